import { say } from '../../contract/refusals/asking';
import { hash } from 'node:crypto';
import { lt } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import type { Orm } from '../db';
import { idempotencyKeys } from './schema';
import { findRow, writeMany } from './rows';
import type { Actor } from './context';

/** A key that was sent before with something else in it: neither is the first answer right for this, nor is it done a second time. */
export class OtherInput extends Refusal {}

/** How long an answer is kept for its key: longer than any phone is off. */
export const KEPT_DAYS = 90;
const DAY = 86_400_000;

/** A click of a client: whose it is, what it asks for, and the fingerprint of what it holds. */
export interface Click {
	id: string;
	command: string;
	inputHash: string;
}

/**
 * Binds a client's key to who sent it, the command and its input. Taken before the input is checked, because checking fills in defaults.
 * @param input bytes in it, such as a picture, are hashed on their own
 */
export function clickOf(actor: Actor, command: string, input: unknown, key: string): Click {
	const who = actor.type === 'person' ? actor.id : actor.type === 'link' ? actor.linkId : actor.type;
	return { id: `${who}:${command}:${key}`, command, inputHash: sha256(JSON.stringify(input ?? null, bytesAsHash)) };
}

const sha256 = (of: string | Uint8Array): string => hash('sha256', of, 'base64url');

function bytesAsHash(this: Record<string, unknown>, name: string, value: unknown): unknown {
	// Bytes have turned themselves into a list of numbers by the time they get here; the owner still holds them.
	const raw = this[name];
	return raw instanceof Uint8Array ? sha256(raw) : value;
}

/**
 * What this click was answered the first time.
 * @returns null when it is new
 * @throws OtherInput when the key stands for something else
 */
export function earlierAnswer(db: Orm, click: Click): { result: unknown } | null {
	const earlier = findRow(db, idempotencyKeys, click.id) as typeof idempotencyKeys.$inferSelect | undefined;
	if (!earlier) return null;
	// Keys from before they were bound to their input have no hash.
	if (earlier.inputHash !== '' && earlier.inputHash !== click.inputHash) throw new OtherInput(say('sent-before-with-something-else-in'));
	return { result: JSON.parse(earlier.result) };
}

/** Keeps the answer for the next time this click comes. */
export function keepAnswer(db: Orm, click: Click, result: unknown, at: number): void {
	writeMany(db, idempotencyKeys, [{ ...click, result: JSON.stringify(result ?? null), at }]);
}

/** Forgets the answers of keys that nobody repeats any more. @returns how many */
export function forgetOldKeys(db: Orm, now: number): number {
	return db
		.delete(idempotencyKeys)
		.where(lt(idempotencyKeys.at, now - KEPT_DAYS * DAY))
		.run().changes;
}
