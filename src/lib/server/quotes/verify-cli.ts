import { openDatabase } from '../db';
import { readSettings } from '../settings';
import { checkAll } from './acceptance';

/** Recomputes the hash of every acceptance: npm run verify. Ends with 1 when one does not hold. */
const settings = readSettings();
const db = openDatabase(settings.databaseFile, settings.migrationsDir);
const all = checkAll(db.orm);
for (const a of all)
	console.log(
		`${a.wrong.length ? '✗' : '✓'} ${a.name}, ${new Date(a.at).toISOString()} ${a.hash}${a.wrong.map((w) => `\n    ${w}`).join('')}`
	);
const bad = all.filter((a) => a.wrong.length > 0 && a.hash !== '').length;
console.log(`${all.length} acceptances, ${bad} do not hold`);
db.sqlite.close();
process.exit(bad ? 1 : 0);
