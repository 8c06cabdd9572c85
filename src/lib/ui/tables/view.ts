/** What a person may do with a table, kept in the address: order, words, chosen columns. */

export interface Column<Row> {
	key: string;
	label: string;
	/** What is sorted, searched and exported; numbers are exported as numbers. */
	value: (row: Row) => string | number | null;
	/** What is shown, where it is not the value itself. */
	text?: (row: Row) => string;
	num?: boolean;
	/** Drawn by the page's own `cell` snippet. */
	own?: boolean;
	/** Off until chosen. */
	extra?: boolean;
	width?: string;
}

export interface Order {
	key: string;
	down: boolean;
}

/** The order in an address, `total` or `-total`; null where there is none or the column is unknown. */
export function readOrder(text: string | null, keys: readonly string[]): Order | null {
	if (!text) return null;
	const down = text.startsWith('-');
	const key = down ? text.slice(1) : text;
	return keys.includes(key) ? { key, down } : null;
}

export const writeOrder = (order: Order | null): string | null => (order ? `${order.down ? '-' : ''}${order.key}` : null);

/** A click on a heading: up, then down, then as it came. */
export function nextOrder(now: Order | null, key: string): Order | null {
	if (now?.key !== key) return { key, down: false };
	return now.down ? null : { key, down: true };
}

const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Rows in the order asked for; equal ones stay as they came, empty values are always last. */
export function sortRows<Row>(rows: readonly Row[], columns: readonly Column<Row>[], order: Order | null): Row[] {
	const column = columns.find((c) => c.key === order?.key);
	if (!order || !column) return [...rows];
	const sign = order.down ? -1 : 1;
	return [...rows].sort((a, b) => {
		const [x, y] = [column.value(a), column.value(b)];
		const [noX, noY] = [x === null || x === '', y === null || y === ''];
		if (noX || noY) return Number(noX) - Number(noY);
		return sign * (typeof x === 'number' && typeof y === 'number' ? x - y : words.compare(String(x), String(y)));
	});
}

/** Rows in which every word typed occurs somewhere, without regard to case. */
export function filterRows<Row>(rows: readonly Row[], columns: readonly Column<Row>[], typed: string): Row[] {
	const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
	if (wanted.length === 0) return [...rows];
	return rows.filter((row) => {
		const all = columns.map((c) => `${c.value(row) ?? ''} ${c.text?.(row) ?? ''}`.toLowerCase()).join(' ');
		return wanted.every((w) => all.includes(w));
	});
}

/** The columns shown: those chosen in the address, else all that are not extra; at least one always. */
export function shownColumns<Row>(columns: readonly Column<Row>[], chosen: string | null): Column<Row>[] {
	const keys = chosen?.split(',') ?? [];
	const picked = columns.filter((c) => keys.includes(c.key));
	return picked.length > 0 ? picked : columns.filter((c) => !c.extra);
}

/** The rows to draw of a long table: only those in sight and a few around them, so that 10,000 rows scroll without stutter. */
export function windowOf(top: number, height: number, rowHeight: number, count: number, around = 12): { from: number; to: number } {
	const from = Math.max(0, Math.min(count, Math.floor(top / rowHeight) - around));
	const to = Math.min(count, Math.max(from, Math.ceil((top + height) / rowHeight) + around));
	return { from, to };
}

/** An address with some parameters changed; empty ones fall away. */
export function withParams(search: string, changes: Record<string, string | null>): string {
	const p = new URLSearchParams(search);
	for (const [k, v] of Object.entries(changes)) {
		if (v === null || v === '') p.delete(k);
		else p.set(k, v);
	}
	const text = p.toString();
	return text ? `?${text}` : '?';
}
