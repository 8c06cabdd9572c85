/** What can be dragged on an estimate: lines, or a scope. */
export type Held = ({ lineIds: string[] } | { scopeId: string }) & { words: string };

/** A place of the estimate, as its element names it: before a line, or a scope (lines go to its end, a scope before it). */
export function placeOf(place: string): { what: 'line' | 'scope'; id: string } {
	const [what = '', id = ''] = place.split(' ');
	return { what: what === 'line' ? 'line' : 'scope', id };
}

/** Lines go anywhere but onto themselves; a scope only before another scope. @example fitsAt({ scopeId: 'a', words: '' }, 'line x') // false */
export function fitsAt(held: Held, place: string): boolean {
	const { what, id } = placeOf(place);
	return 'scopeId' in held ? what === 'scope' && id !== held.scopeId : what === 'scope' || !held.lineIds.includes(id);
}
