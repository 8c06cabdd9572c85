import jsep, { type Expression } from 'jsep';
import { exact, NumberTooLarge, type Exact } from '../money';
import { Refusal, type Said } from '../refusal';
import { say } from './refusals';

type Operator = '+' | '-' | '*' | '/';
type Gathering = 'sum' | 'min' | 'max' | 'count';
/** A formula as it is reckoned. */
type Node =
	| { kind: 'number'; value: Exact }
	| { kind: 'name'; name: string }
	| { kind: 'step'; operator: Operator; left: Node; right: Node }
	| { kind: 'least' | 'most'; of: Node[] }
	| { kind: 'over'; how: Gathering; table: string; column: string };

/** A formula that was read: how it is reckoned, and what it is reckoned from. */
export interface Formula {
	node: Node;
	/** Names of single fields it needs. */
	names: string[];
	/** Tables and columns it gathers; no column where rows are counted. */
	gathers: { table: string; column: string }[];
}

/** Where the figures of a formula come from; null for one that is not there yet. */
export interface Figures {
	at(name: string): Exact | null;
	column(table: string, column: string): readonly (Exact | null)[];
}
export type Reckoned = { value: Exact } | { value: null; why: Said | null };

/** More than a formula of a form needs. */
const LONGEST = 300;
const OPERATORS: readonly string[] = ['+', '-', '*', '/'];

/**
 * Reads the formula of a computed figure: `+ − × ÷` with brackets, names of fields, `min(a, b)`, `max(a, b)`, and over the rows of a table
 * `sum(vents.area)`, `min(vents.area)`, `max(vents.area)`, `count(vents)`.
 * @example readFormula('100 * sum(vents.area) / needed').names // ['needed']
 * @throws Refusal in plain words for what is no formula, or uses something else
 */
export function readFormula(text: string): Formula {
	if (text.trim() === '') throw new Refusal(say('formula-empty'));
	if (text.length > LONGEST) throw new Refusal(say('formula-long', { most: LONGEST }));
	const formula: Formula = { node: { kind: 'number', value: exact(0) }, names: [], gathers: [] };
	formula.node = nodeOf(parsed(text.replaceAll('×', '*').replaceAll('÷', '/').replaceAll('−', '-')), formula);
	return formula;
}

function parsed(text: string): Expression {
	try {
		return jsep(text);
	} catch {
		throw new Refusal(say('formula-unread', { text }));
	}
}

function nodeOf(e: Expression, formula: Formula): Node {
	if (e.type === 'Literal' && typeof e.value === 'number') return { kind: 'number', value: literal(String(e.raw)) };
	if (e.type === 'Identifier') {
		formula.names.push(String(e.name));
		return { kind: 'name', name: String(e.name) };
	}
	if (e.type === 'UnaryExpression' && e.operator === '-')
		return { kind: 'step', operator: '-', left: { kind: 'number', value: exact(0) }, right: nodeOf(e.argument as Expression, formula) };
	if (e.type === 'BinaryExpression' && OPERATORS.includes(String(e.operator)))
		return {
			kind: 'step',
			operator: e.operator as Operator,
			left: nodeOf(e.left as Expression, formula),
			right: nodeOf(e.right as Expression, formula)
		};
	if (e.type === 'CallExpression') return callOf(e, formula);
	throw new Refusal(say('formula-unread', { text: partOf(e) }));
}

/** What a refused part is called: the parser says no place. */
const partOf = (e: Expression): string => String(e.operator ?? e.raw ?? e.name ?? e.type);

/** A decimal as it was written, exactly. */
function literal(raw: string): Exact {
	const [whole = '0', fraction = ''] = raw.split('.');
	if (!/^\d*$/.test(whole) || !/^\d*$/.test(fraction)) throw new Refusal(say('formula-unread', { text: raw }));
	return exact(BigInt(`${whole || '0'}${fraction}`), 10n ** BigInt(fraction.length));
}

function callOf(e: Expression, formula: Formula): Node {
	const called = String((e.callee as Expression).name);
	const given = e.arguments as Expression[];
	const [first] = given;
	const gathers =
		given.length === 1 && first !== undefined && (called === 'count' ? first.type === 'Identifier' : first.type === 'MemberExpression');
	if (gathers && ['sum', 'min', 'max', 'count'].includes(called)) return overOf(called as Gathering, first, formula);
	if (['min', 'max'].includes(called) && given.length > 1)
		return { kind: called === 'min' ? 'least' : 'most', of: given.map((x) => nodeOf(x, formula)) };
	throw new Refusal(say('formula-no-such', { name: called }));
}

function overOf(how: Gathering, of: Expression, formula: Formula): Node {
	const [table, column] =
		of.type === 'Identifier'
			? [String(of.name), '']
			: [String((of.object as Expression).name), of.computed === true ? '' : String((of.property as Expression).name)];
	if (of.type !== 'Identifier' && column === '') throw new Refusal(say('formula-unread', { text: table }));
	formula.gathers.push({ table, column });
	return { kind: 'over', how, table, column };
}

/**
 * What a formula comes to, exactly; rounding is the field's own.
 * @returns the value; or none, with the reason where it is more than something not filled in yet
 */
export function reckon(formula: Formula, figures: Figures): Reckoned {
	try {
		const value = valueOf(formula.node, figures);
		return value === null ? { value, why: null } : { value };
	} catch (e) {
		if (e instanceof ByZero) return { value: null, why: say('divides-by-zero') };
		if (e instanceof NumberTooLarge) return { value: null, why: e.said };
		throw e;
	}
}

class ByZero extends Error {}

function valueOf(node: Node, figures: Figures): Exact | null {
	if (node.kind === 'number') return node.value;
	if (node.kind === 'name') return figures.at(node.name);
	if (node.kind === 'over') return gathered(node.how, figures.column(node.table, node.column));
	if (node.kind === 'step') {
		const [a, b] = [valueOf(node.left, figures), valueOf(node.right, figures)];
		return a === null || b === null ? null : stepped(node.operator, a, b);
	}
	const all = node.of.map((n) => valueOf(n, figures));
	return all.includes(null) ? null : extreme(node.kind === 'least', all);
}

function stepped(operator: Operator, a: Exact, b: Exact): Exact {
	if (operator === '+') return a.add(b);
	if (operator === '-') return a.sub(b);
	if (operator === '*') return a.mul(b);
	if (b.n === 0n) throw new ByZero();
	return a.div(b);
}

/** The smallest or the largest of what is there; none of none. */
function extreme(least: boolean, all: readonly (Exact | null)[]): Exact | null {
	return all.reduce((best, x) => (x !== null && (best === null || (least ? x.compare(best) < 0 : x.compare(best) > 0)) ? x : best), null);
}

/** Cells that are not filled in yet are left out. */
function gathered(how: Gathering, cells: readonly (Exact | null)[]): Exact | null {
	if (how === 'count') return exact(cells.length);
	if (how === 'sum') return cells.reduce<Exact>((sum, x) => (x === null ? sum : sum.add(x)), exact(0));
	return extreme(how === 'min', cells);
}
