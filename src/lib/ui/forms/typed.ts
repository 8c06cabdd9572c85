import { typeANumber } from '$lib/core/money';
import { Refusal } from '$lib/core/refusal';

/** Reads what was typed into a field; what cannot be read is refused at that field. */
export function readAt<T>(field: string, read: () => T): T {
	try {
		return read();
	} catch (e) {
		throw e instanceof Refusal ? new Refusal(e.said, field) : typeANumber(field);
	}
}

/** A whole number as typed; −1 for what is none, which every schema refuses at its field. @example wholeTyped(' 12 ') // 12 */
export const wholeTyped = (text: string): number => (/^\d+$/.test(text.trim()) ? Number(text) : -1);

/** What was read of a form, or the message of the field that could not be. */
export type Read<T> = { ok: true; value: T } | { ok: false; message: string; field: string };

/**
 * Reads a whole form with `readAt` for its fields: nothing is sent of one that cannot be read.
 * @example readForm(() => ({ amount: readAt('amount', () => parseCents(typed.amount)) }))
 */
export function readForm<T>(read: () => T): Read<T> {
	try {
		return { ok: true, value: read() };
	} catch (e) {
		if (!(e instanceof Refusal)) throw e;
		return { ok: false, message: e.message, field: e.field ?? '' };
	}
}
