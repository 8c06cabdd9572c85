import { createRequire } from 'node:module';
import { hash, verify } from '@node-rs/argon2';
import { checkPassword as checkAgainst, SHORTEST_PASSWORD } from '../../core/access';

/** Argon2id with the library's current defaults. */
export const hashPassword = (password: string): Promise<string> => hash(password);

/** What stands in the place of a hash until somebody has chosen a password: no password belongs to it. */
export const NO_PASSWORD = 'none';

const unusable = hash('no such person');
/** Checks a password; takes the same time when there is no such person, or none was chosen yet. */
export async function passwordFits(stored: string | undefined, password: string): Promise<boolean> {
	const usable = stored !== undefined && stored !== NO_PASSWORD;
	const ok = await verify(usable ? stored : await unusable, password).catch(() => false);
	return usable && ok;
}

let common: Set<string> | null = null;
/** The shipped list of passwords that are tried first, those long enough to pass the rule of length; read when somebody first chooses one. */
function isCommon(lowerCase: string): boolean {
	common ??= new Set(
		(createRequire(import.meta.url)('popular-passwords') as string[])
			.map((p) => p.toLowerCase())
			.filter((p) => p.length >= SHORTEST_PASSWORD)
	);
	return common.has(lowerCase);
}

/** @throws Refusal for a password that is easily guessed */
export const checkNewPassword = (password: string, person: { name: string; mail: string }): void =>
	checkAgainst(password, person, isCommon);
