/** Rows that are drawn at once, before anybody has scrolled: a screen and a little. */
export const FIRST = 16;

/** The row at the top edge of what is scrolled, by how high the rows are. @example rowAtTop([43, 43, 43], 50) // 1 */
export function rowAtTop(heights: readonly number[], top: number): number {
	let y = 0;
	const row = heights.findIndex((h) => (y += h) > top);
	return row < 0 ? heights.length : row;
}

/** Which rows are drawn: the first one always, and those from and to. @example drawnRows(8, 10, 100) // [0, 8, 9] */
export function drawnRows(from: number, to: number, all: number): number[] {
	const end = Math.min(to, all);
	const first = from > 0 && end > 0 ? [0] : [];
	return [...first, ...Array.from({ length: Math.max(0, end - from) }, (_, n) => from + n)];
}

/** The room that rows take, in pixels. */
export const roomOf = (heights: readonly number[], from: number, to = heights.length): number =>
	heights.slice(from, to).reduce((a, h) => a + h, 0);
