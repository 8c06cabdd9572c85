/** Typed words as a full-text query: every word must begin a word of the text. Empty when nothing can be searched. */
export function ftsQuery(text: string): string {
	const words = text
		.normalize('NFC')
		.split(/[^\p{L}\p{N}]+/u)
		.filter(Boolean)
		.slice(0, 8);
	return words.map((w) => `"${w}"*`).join(' ');
}
