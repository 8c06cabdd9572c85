import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { beforeAll, describe, expect, it } from 'vitest';
import { percent, unitPrice } from '$lib/core/money';
import type { LaborSheet } from '$lib/core/pricing';
import type { App } from '$lib/server/app';
import { COMMANDS } from '$lib/server/all-commands';
import { readSheet, typeSheet } from '$lib/ui/price/sheet-form';
import type { Yard } from '../../src/demo/yard';
import { freshYard, value } from './yard';

/** A call of a command in the interface: its name, the fields that are written there, and whether more may come from elsewhere. */
interface Call {
	file: string;
	line: number;
	name: string;
	fields: string[];
	open: boolean;
	/** Its answer is thrown away: a refusal would be unseen. */
	unheard: boolean;
}

const scriptOf = (file: string, text: string): string =>
	file.endsWith('.svelte') ? [...text.matchAll(/<script[^>]*>([\s\S]*?)<\/script>/g)].map((m) => m[1]).join('\n') : text;

/** The object that a variable of a form begins with: `$state({…})`, `$state(untrack(() => ({…})))`, a constant, a `$derived`. */
function literalOf(node: ts.Expression | undefined, known: Map<string, ts.Expression>, depth = 0): ts.ObjectLiteralExpression | null {
	if (!node || depth > 8) return null;
	if (ts.isObjectLiteralExpression(node)) return node;
	if (ts.isParenthesizedExpression(node) || ts.isAsExpression(node) || ts.isSatisfiesExpression(node))
		return literalOf(node.expression, known, depth + 1);
	if (ts.isArrowFunction(node)) return ts.isBlock(node.body) ? null : literalOf(node.body, known, depth + 1);
	if (ts.isCallExpression(node)) return literalOf(node.arguments[0], known, depth + 1);
	if (ts.isIdentifier(node)) return literalOf(known.get(node.text), known, depth + 1);
	return null;
}

function fieldsOf(object: ts.ObjectLiteralExpression, known: Map<string, ts.Expression>, depth = 0): { fields: string[]; open: boolean } {
	const fields: string[] = [];
	let open = depth > 4;
	for (const p of object.properties) {
		if (ts.isSpreadAssignment(p)) {
			// `...(x ? { a } : {})` may bring what is in it, or nothing.
			const both =
				ts.isParenthesizedExpression(p.expression) && ts.isConditionalExpression(p.expression.expression) ? p.expression.expression : null;
			const parts = both ? [both.whenTrue, both.whenFalse] : [p.expression];
			for (const part of parts) {
				const inner = literalOf(part, known);
				if (!inner) open = true;
				else {
					const more = fieldsOf(inner, known, depth + 1);
					fields.push(...more.fields);
					open ||= more.open;
				}
			}
			if (both) open = true;
		} else if (p.name && (ts.isIdentifier(p.name) || ts.isStringLiteral(p.name))) fields.push(p.name.text);
		else open = true;
	}
	return { fields, open };
}

/** Calls of commands with a name and an object that can be read where they stand. */
function callsIn(file: string, text: string): Call[] {
	const source = ts.createSourceFile(file, scriptOf(file, text), ts.ScriptTarget.Latest, true);
	const known = new Map<string, ts.Expression>();
	const calls: Call[] = [];
	const declare = (node: ts.Node): void => {
		if (ts.isVariableDeclaration(node) && ts.isIdentifier(node.name) && node.initializer) known.set(node.name.text, node.initializer);
		ts.forEachChild(node, declare);
	};
	declare(source);
	const visit = (node: ts.Node): void => {
		if (ts.isCallExpression(node) && ts.isIdentifier(node.expression) && node.expression.text === 'command') {
			const [name, input] = node.arguments;
			const object = literalOf(input, known);
			const own = object ? fieldsOf(object, known) : { fields: [], open: true };
			const above = ts.isAwaitExpression(node.parent) ? node.parent.parent : node.parent;
			if (name && ts.isStringLiteral(name))
				calls.push({
					...{ file, name: name.text, ...own },
					line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1,
					unheard: ts.isExpressionStatement(above) || ts.isVoidExpression(above)
				});
		}
		ts.forEachChild(node, visit);
	};
	visit(source);
	return calls;
}

/** What is wrong with a call, held against its command's schema. */
function wrongWith(call: Call): string[] {
	const command = COMMANDS.get(call.name);
	const at = `${call.file}: ${call.name}`;
	if (!command) return [`${at} is no command`];
	const properties = Object.keys((command.input.properties ?? {}) as object);
	const required = (command.input.required ?? []) as string[];
	return [
		...(command.inner ? [`${at} cannot be called from outside`] : []),
		...call.fields.filter((f) => !properties.includes(f)).map((f) => `${at} sends ${f}, which its schema does not know`),
		...(call.open ? [] : required.filter((f) => !call.fields.includes(f)).map((f) => `${at} does not send ${f}`)),
		...(call.unheard ? [`${at} throws its answer away`] : [])
	];
}

const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
	(f) => /^(routes|lib\/ui)\/.*\.(svelte|ts)$/.test(f) && !f.endsWith('.test.ts')
);

describe('forms and the schemas of their commands', () => {
	it('agree: every field is known, none that is needed lacks, and every answer is heard', () => {
		const calls = files.flatMap((f) => callsIn(f, readFileSync(`src/${f}`, 'utf8')));
		expect(calls.length).toBeGreaterThan(60);
		expect(calls.filter((c) => c.fields.length > 0).length).toBeGreaterThan(45);
		expect(calls.flatMap(wrongWith)).toEqual([]);
	});
	it('are told apart when somebody plants a difference', () => {
		const planted = `<script lang="ts">
			let typed = $state(untrack(() => ({ name: '', phase: '' })));
			async function a() { const r = await command('work.add-task', { jobId: 'x', ...typed }); }
			async function b() { await command('work.tick-task', { taskId: 'x', done: true }); }
			const c = async () => (await command('files.keep', {})).ok;
			const d = async () => (await command('work.remove-task', {})).ok;
		</script>`;
		expect(callsIn('planted.svelte', planted).flatMap(wrongWith)).toEqual([
			'planted.svelte: work.add-task sends name, which its schema does not know',
			'planted.svelte: work.add-task does not send text',
			'planted.svelte: work.tick-task throws its answer away',
			'planted.svelte: files.keep cannot be called from outside',
			...['width', 'height', 'bytes', 'thumb'].map((f) => `planted.svelte: files.keep does not send ${f}`),
			'planted.svelte: work.remove-task does not send taskId'
		]);
	});
});

describe('what the form of a rate sheet makes', () => {
	let yard: Yard;
	let app: App;
	beforeAll(async () => {
		({ yard, app } = await freshYard());
	});
	it('is taken as it is, with burden and non-billable time built from their parts', () => {
		const sheet: LaborSheet = {
			members: [{ label: 'Lead', wage: unitPrice(340_000), count: 1 }],
			...{ paidHours: 450_000, overtimeHours: 50_000, overtimeMultiplier: 15_000, overheadPerHour: unitPrice(142_000) },
			burden: percent(0),
			burdenParts: [
				{ name: 'Payroll tax', percent: percent(765), onPremium: true },
				{ name: 'Health', percent: percent(1035), onPremium: false }
			],
			nonBillable: percent(0),
			...{ parts: [{ name: 'Driving', minutes: 100, driving: true }], dayMinutes: 540 },
			variants: [{ name: 'After hours', multiplier: 15_000 }],
			billing: { step: 15, minimum: 30 },
			target: { margin: percent(1200) }
		};
		const made = readSheet(typeSheet(sheet, { step: 15, minimum: 0 }));
		expect(made.burdenNotOnPremium).toBe(1035);
		yard.call('imogen', 'rates.save', { name: 'Built', from: '2027-01-01', branchId: null, sheet: made, sheetId: 'built' });
		const kept = JSON.parse(value<string>(app, "select sheet from labor_rates where sheet_id = 'built'")) as LaborSheet;
		expect([kept.burden, kept.burdenNotOnPremium, kept.nonBillable]).toEqual([1800, 1035, 1852]);
		// The budget takes the share unrounded: 100 of 540 minutes.
		yard.call('imogen', 'budget.save', {
			...{
				year: 2027,
				sales: [],
				direct: [],
				method: 'hours',
				onHours: 7000,
				overhead: [{ name: 'All', lastYear: 0, amount: 100_000_00 }]
			},
			crews: [{ name: 'Built', sheetId: 'built', heads: 1, paidHours: 1880, nonBillable: 0, loadedCost: 0 }]
		});
		expect(value(app, "select json_extract(budget, '$.crews[0].nonBillable') from budgets where year = 2027")).toBe(185_185);
	});
});
