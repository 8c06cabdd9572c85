import type { Database, Statement } from 'better-sqlite3';
import { getTableColumns } from 'drizzle-orm';
import type { Line } from '../../core/estimate';
import { lines } from './schema';

const { scopeId: _scope, position: _position, ...OF_LINE } = getTableColumns(lines);
const FIELDS = Object.entries(OF_LINE).map(([key, column]) => ({ key, column: column.name, kind: column.dataType as string }));
const AS_TEXT = FIELDS.map((f) => (f.kind === 'json' ? `json("${f.column}")` : `"${f.column}"`)).join(', ');
const SQL = `select id, scope_id, json_array(${AS_TEXT}) from lines where scope_id in (select id from scopes where estimate_id = ?) order by position`;

const statements = new WeakMap<Database, Statement>();
function statementOf(sqlite: Database): Statement {
	const made = statements.get(sqlite) ?? sqlite.prepare(SQL).raw();
	statements.set(sqlite, made);
	return made;
}

/** Lines as they were read last, by estimate: a line whose row reads the same is the same object, and costs nothing to make or to compare. */
const known = new Map<string, Map<string, { text: string; line: Line }>>();
const MOST_KNOWN = 24;

function knownOf(estimateId: string): Map<string, { text: string; line: Line }> {
	const own = known.get(estimateId) ?? new Map<string, { text: string; line: Line }>();
	// The last one used stands last, and the first one goes.
	known.delete(estimateId);
	known.set(estimateId, own);
	for (const id of known.keys()) {
		if (known.size <= MOST_KNOWN) break;
		known.delete(id);
	}
	return own;
}

/**
 * The lines of an estimate by scope, in their order. Each is frozen: the same object is given to everybody who reads it.
 * An edit of one among two thousand makes one line anew; the others are told to be the same by the text of their row.
 */
export function linesByScope(sqlite: Database, estimateId: string): Map<string, Line[]> {
	const before = knownOf(estimateId);
	const now: typeof before = new Map();
	const scopes = new Map<string, Line[]>();
	for (const [id, scopeId, text] of statementOf(sqlite).all(estimateId) as [string, string, string][]) {
		const was = before.get(id);
		const entry = was?.text === text ? was : { text, line: lineOf(text) };
		now.set(id, entry);
		const list = scopes.get(scopeId);
		if (list) list.push(entry.line);
		else scopes.set(scopeId, [entry.line]);
	}
	known.set(estimateId, now);
	return scopes;
}

function lineOf(text: string): Line {
	const values = JSON.parse(text) as unknown[];
	const line = Object.fromEntries(FIELDS.map(({ key, kind }, i) => [key, kind === 'boolean' ? values[i] === 1 : values[i]]));
	// A row of the table is a line of the core by its columns, which the schema declares of the core's types.
	return frozen(line) as unknown as Line;
}

function frozen<T extends object>(value: T): T {
	for (const v of Object.values(value)) if (typeof v === 'object' && v !== null) frozen(v as object);
	return Object.freeze(value);
}
