import {
	columnGroupingFeature,
	columnPinningFeature,
	columnResizingFeature,
	columnSizingFeature,
	createExpandedRowModel,
	createGroupedRowModel,
	createTable,
	rowExpandingFeature,
	tableFeatures,
	type ColumnDef,
	type Updater
} from '@tanstack/svelte-table';
import { flushSync } from 'svelte';
import type { Column } from './view';

const features = tableFeatures({
	columnGroupingFeature,
	groupedRowModel: createGroupedRowModel(),
	rowExpandingFeature,
	expandedRowModel: createExpandedRowModel(),
	columnSizingFeature,
	columnResizingFeature,
	columnPinningFeature
});

/** One line of a table: a row, or the head of a group with the rows under it. */
export type Drawn<Row> =
	{ id: string; row: Row } | { id: string; column: string; words: string; rows: Row[]; depth: number; open: boolean; fold: () => void };

interface Given<Row> {
	/** Rows as they are sorted; groups stand in the order of their first one. */
	rows: () => Row[];
	/** Columns that are shown, in their order. */
	columns: () => Column<Row>[];
	/** Keys of the columns that are grouped by. */
	groups: () => string[];
	widths: () => Record<string, number>;
	pinned: () => string[];
	onwidths: (widths: Record<string, number>) => void;
}

const made = <T>(next: Updater<T>, now: T): T => (typeof next === 'function' ? (next as (now: T) => T)(now) : next);
/** Widths that one can still grab and read. */
export const within = (width: number) => Math.round(Math.max(48, Math.min(900, width)));

/** What a table knows beyond its flat rows: groups and their folds, widths, what stays at the left. */
export function tableEngine<Row extends { id: string }>(given: Given<Row>) {
	const columns = $derived(
		given.columns().map((c): ColumnDef<typeof features, Row> => ({
			id: c.key,
			accessorFn: (r: Row) => c.value(r) ?? '',
			size: given.widths()[c.key] ?? 150
		}))
	);
	const table = createTable<typeof features, Row>({
		features,
		get columns() {
			return columns;
		},
		// A flat list of twenty thousand needs no row of the engine's own.
		get data() {
			return given.groups().length > 0 ? given.rows() : [];
		},
		getRowId: (r) => r.id,
		groupedColumnMode: false,
		autoResetExpanded: false,
		initialState: { expanded: true },
		columnResizeMode: 'onChange',
		state: {
			get grouping() {
				return given.groups();
			},
			get columnSizing() {
				return given.widths();
			},
			get columnPinning() {
				return { start: given.pinned(), end: [] };
			}
		},
		onColumnSizingChange: (next) =>
			given.onwidths(Object.fromEntries(Object.entries(made(next, given.widths())).map(([k, w]) => [k, within(w)])))
	});
	const drawn = $derived.by((): Drawn<Row>[] => {
		if (given.groups().length === 0) return given.rows().map((row) => ({ id: row.id, row }));
		return table.getRowModel().rows.map((r) => {
			const column = r.groupingColumnId;
			if (!column) return { id: r.id, row: r.original };
			const c = given.columns().find((x) => x.key === column);
			return {
				id: r.id,
				column,
				words: (c?.text ? c.text(r.original) : String(c?.value(r.original) ?? '')) || `no ${c?.label.toLowerCase() ?? 'name'}`,
				// The engine counts the groups inside a group among what is under it; only rows are money.
				rows: r.getLeafRows().flatMap((l) => (l.groupingColumnId ? [] : l.original)),
				depth: r.depth,
				open: r.getIsExpanded(),
				fold: () => r.toggleExpanded()
			};
		});
	});
	return {
		get drawn() {
			return drawn;
		},
		/** Folds all groups, or opens them. */
		foldAll: (folded: boolean) => table.setExpanded(folded ? {} : true),
		/** Where a column that stays begins, from the left; undefined for the others. */
		left: (key: string): number | undefined => {
			const c = table.getColumn(key);
			return c?.getIsPinned() ? c.getStart('start') : undefined;
		},
		/** The pull at the edge of a heading, which stands at this width now. */
		pull: (key: string, width: number, e: MouseEvent | TouchEvent) => {
			table.setColumnSizing((now) => ({ ...now, [key]: width }));
			// The pull begins from this width, not from the one before.
			flushSync();
			table
				.getFlatHeaders()
				.find((h) => h.column.id === key)
				?.getResizeHandler()(e);
		}
	};
}
