import { createHash, createHmac, randomBytes, randomFillSync } from 'node:crypto';

/** Random bits for ids are drawn some hundred at a time: asking the system for each takes longer than writing the row. */
const pool = Buffer.alloc(12 * 256);
let used = pool.length;

/** A short unguessable-enough id for records: 96 random bits, safe in addresses. */
export function newId(): string {
	if (used >= pool.length) {
		randomFillSync(pool);
		used = 0;
	}
	used += 12;
	return pool.toString('base64url', used - 12, used);
}
/** 256 random bits, for tokens. */
export const newToken = (): string => randomBytes(32).toString('base64url');
/** What is stored of a token. */
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('base64url');
/** A customer link's token: 256 bits from the server's secret and 256 random bits, so that it can be shown again without being stored. */
export const linkToken = (secret: Buffer, nonce: string): string => createHmac('sha256', secret).update(nonce).digest('base64url');
export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');
