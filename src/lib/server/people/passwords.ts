import { hash, verify } from '@node-rs/argon2';

/** Argon2id with the library's current defaults. */
export const hashPassword = (password: string): Promise<string> => hash(password);

const unusable = hash('no such person');
/** Checks a password; takes the same time when there is no such person. */
export async function checkPassword(stored: string | undefined, password: string): Promise<boolean> {
	const ok = await verify(stored ?? (await unusable), password).catch(() => false);
	return stored !== undefined && ok;
}
