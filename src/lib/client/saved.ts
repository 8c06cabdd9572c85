const waiting = new Set<() => void>();

/** Calls back, at once, whenever something was saved from this page. @returns stop */
export function onSaved(then: () => void): () => void {
	waiting.add(then);
	return () => void waiting.delete(then);
}
/** Tells that something was saved. */
export const toldSaved = (): void => [...waiting].forEach((then) => then());
