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
	/** Rows can be grouped by it: a state, a kind, a customer. */
	group?: boolean;
	/** What it is sorted by where that is not the value: the place of a stage among the stages. */
	rank?: (row: Row) => number;
	/** The sum of such rows as it stands in the foot and beside a group; reckoned in whole cents or units by the core, never of what is shown. */
	sum?: (rows: readonly Row[]) => string;
}

export interface Order {
	key: string;
	down: boolean;
}

/** The orders in an address, `stage,-total`: by the first, then by the next. Unknown columns fall away. */
export function readOrders(text: string | null, keys: readonly string[]): Order[] {
	return (text ?? '')
		.split(',')
		.map((t) => (t.startsWith('-') ? { key: t.slice(1), down: true } : { key: t, down: false }))
		.filter((o, i, all) => keys.includes(o.key) && all.findIndex((x) => x.key === o.key) === i);
}

export const writeOrders = (orders: readonly Order[]): string | null => orders.map((o) => `${o.down ? '-' : ''}${o.key}`).join(',') || null;

/** A click on a heading: up, then down, then as it came. With `more` the other orders stay, and this one counts after them. */
export function nextOrders(now: readonly Order[], key: string, more = false): Order[] {
	const own = now.find((o) => o.key === key);
	const next = !own ? [{ key, down: false }] : own.down ? [] : [{ key, down: true }];
	if (!more) return next;
	return own ? now.flatMap((o) => (o.key === key ? next : [o])) : [...now, ...next];
}

/** Grouped rows stand group by group: the groups' columns are the first orders, each in its own direction where one is said. */
export const groupedOrders = (groups: readonly string[], orders: readonly Order[]): Order[] => [
	...groups.map((key) => orders.find((o) => o.key === key) ?? { key, down: false }),
	...orders.filter((o) => !groups.includes(o.key))
];

const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** How two places of a list compare by one column. Its values are asked for once; empty ones are last both ways. */
function comparing<Row>(rows: readonly Row[], column: Column<Row>, down: boolean): (a: number, b: number) => number {
	const values = rows.map(column.rank ?? column.value);
	const sign = down ? -1 : 1;
	const empty = values.map((v) => v === null || v === '');
	const some = empty.includes(true);
	const numbers = values.every((v, i) => empty[i] || typeof v === 'number') ? (values as (number | null)[]) : null;
	const texts = numbers ? [] : values.map(String);
	const by = numbers
		? (a: number, b: number) => sign * ((numbers[a] ?? 0) - (numbers[b] ?? 0))
		: (a: number, b: number) => sign * words.compare(texts[a] ?? '', texts[b] ?? '');
	if (!some) return by;
	return (a, b) => (empty[a] || empty[b] ? Number(empty[a]) - Number(empty[b]) : by(a, b));
}

/** Rows in the orders asked for; equal ones stay as they came, empty values are always last. */
export function sortRows<Row>(rows: readonly Row[], columns: readonly Column<Row>[], orders: readonly Order[]): Row[] {
	const by = orders.flatMap((o) => {
		const c = columns.find((x) => x.key === o.key);
		return c ? [comparing(rows, c, o.down)] : [];
	});
	const [first, ...others] = by;
	if (!first) return [...rows];
	const places = rows.map((_, i) => i);
	places.sort(
		others.length === 0
			? first
			: (a, b) => {
					for (const compare of by) {
						const d = compare(a, b);
						if (d !== 0) return d;
					}
					return 0;
				}
	);
	// Every place is one of the list.
	return places.map((i) => rows[i] as Row);
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

/** The columns of an address by which rows are grouped, those that can be; two at the most. */
export const readGroups = <Row>(text: string | null, columns: readonly Column<Row>[]): string[] =>
	(text ?? '')
		.split(',')
		.filter((k, i, all) => all.indexOf(k) === i && columns.some((c) => c.key === k && c.group))
		.slice(0, 2);

/** The rows to draw of a long table: only those in sight and a few around them, so that 10,000 rows scroll without stutter. */
export function windowOf(top: number, height: number, rowHeight: number, count: number, around = 5): { from: number; to: number } {
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
