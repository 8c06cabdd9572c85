import { writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** When the tests of the browser begin: a Wednesday morning. */
const NOW = '2027-04-14T09:20';

/** The file that says what time it is in a company of the tests. */
export const clockOf = (dataDir: string): string => join(dataDir, 'clock');

/** With what a program works on a company of the tests; its clock is set to the time at which all of them begin. */
export function companyEnv(dataDir: string): NodeJS.ProcessEnv {
	writeFileSync(clockOf(dataDir), NOW);
	return {
		...process.env,
		NODE_ENV: 'production',
		NICKEL_DATA: dataDir,
		NICKEL_NOW: `file:${clockOf(dataDir)}`,
		NICKEL_LOG: 'error',
		BODY_SIZE_LIMIT: '80M'
	};
}
