interface Category {
	id: string;
	name: string;
	parentId: string | null;
}

/** Categories as they lie in each other, with how deep; those that point nowhere stand at the top. */
export function treeOf<C extends Category>(categories: readonly C[]): (C & { depth: number })[] {
	const ids = new Set(categories.map((c) => c.id));
	const rows: (C & { depth: number })[] = [];
	const walk = (parentId: string | null, depth: number): void => {
		for (const c of categories) {
			const parent = c.parentId && ids.has(c.parentId) ? c.parentId : null;
			if (parent !== parentId || rows.some((r) => r.id === c.id)) continue;
			rows.push({ ...c, depth });
			walk(c.id, depth + 1);
		}
	};
	walk(null, 0);
	return rows;
}
/** A category in a list of choices, moved in by its depth. */
export const indented = (c: { name: string; depth: number }): string => `${'\u2003'.repeat(c.depth)}${c.name}`;
