import { Refusal } from '$lib/core/refusal';

/** Reads what was typed into a field; what cannot be read is refused at that field. */
export function readAt<T>(field: string, read: () => T): T {
	try {
		return read();
	} catch (e) {
		throw new Refusal(e instanceof Refusal ? e.message : 'Type a number.', field);
	}
}

/** A whole number as typed; −1 for what is none, which every schema refuses at its field. @example wholeTyped(' 12 ') // 12 */
export const wholeTyped = (text: string): number => (/^\d+$/.test(text.trim()) ? Number(text) : -1);
