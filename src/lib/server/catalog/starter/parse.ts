import type { MeasureName } from '../../../core/measure';
import type { Kind } from '../../../core/pricing';

/** An item of the starter set; cost in ten-thousandths of a dollar. */
export interface StarterItem {
	code: string;
	name: string;
	unit: string;
	kind: Kind;
	cost: number;
}
export interface StarterPart {
	/** An item's code, or the name of the work for labor. */
	item: string | null;
	labor: string | null;
	measures: MeasureName[];
	amount: number;
	per: number;
	waste: number;
	step: number;
	phase: string;
	note: string;
}
export interface StarterAssembly {
	name: string;
	category: string;
	wording: string;
	parts: StarterPart[];
}
export interface StarterTrade {
	trade: string;
	items: StarterItem[];
	assemblies: StarterAssembly[];
}

const scaled = (text: string): number => Math.round(Number(text) * 10_000);
const lines = (text: string): string[] =>
	text
		.split('\n')
		.map((l) => l.trim())
		.filter((l) => l !== '');

/**
 * Reads a trade as it is written down: items as `code | name | unit | cost [| kind]`; assemblies as `# name | wording`, then
 * their parts as `code or “work: name” | measures | amount / per | waste % | step | phase | what the rate assumes`.
 * @throws Error naming the line, for a part whose item is not there
 */
export function readTrade(trade: string, itemText: string, assemblyText: string): StarterTrade {
	const items = lines(itemText).map((l): StarterItem => {
		const [code = '', name = '', unit = '', cost = '', kind = 'material'] = l.split('|').map((c) => c.trim());
		return { code, name, unit, cost: scaled(cost), kind: kind as Kind };
	});
	const codes = new Set(items.map((i) => i.code));
	const assemblies: StarterAssembly[] = [];
	for (const l of lines(assemblyText)) {
		const cells = l.split('|').map((c) => c.trim());
		if (l.startsWith('#')) {
			assemblies.push({ name: (cells[0] ?? '').slice(1).trim(), category: trade, wording: cells[1] ?? '', parts: [] });
			continue;
		}
		const [what = '', measures = '', rate = '', waste = '0', step = '0', phase = '', note = ''] = cells;
		const work = /^work: (.+)$/.exec(what)?.[1] ?? null;
		if (!work && !codes.has(what)) throw new Error(`${trade}: ${what} of ${assemblies.at(-1)?.name ?? '?'} is not among the items.`);
		const [amount = '0', per = '1'] = rate.split('/').map((n) => n.trim());
		assemblies.at(-1)?.parts.push({
			item: work ? null : what,
			labor: work,
			measures: measures.split('+').map((m) => m.trim()) as MeasureName[],
			amount: scaled(amount),
			per: scaled(per),
			waste: Math.round(Number(waste) * 100),
			step: scaled(step),
			phase,
			note
		});
	}
	return { trade, items, assemblies };
}
