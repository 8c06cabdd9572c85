import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import {
	ENCODINGS,
	guessDecimal,
	guessMapping,
	mappingFits,
	readingCsv,
	SEPARATORS,
	strangeUnits,
	writeCsv,
	type Mapping
} from '$lib/core/formats';
import { bitByBit } from '$lib/server/bit-by-bit';
import { BadInput } from '$lib/server/commands';
import { decodeText, previewingImport, supplierMapping, unitsInUse, isSpreadsheet, readSpreadsheet } from '$lib/server/catalog';
import { effectsOn } from '$lib/server/estimates';
import { answer } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Reads an uploaded price list, CSV or spreadsheet, and says what importing it would do. Saves nothing. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const form = await request.formData().catch(() => null);
		const file = form?.get('file');
		const supplierId = String(form?.get('supplier') ?? '');
		if (!(file instanceof File) || file.size === 0) throw new BadInput(say('choose-file'), 'file');
		const bytes = Buffer.from(await file.arrayBuffer());
		// A spreadsheet is read once and goes on as text, so that everything after is the same for both.
		const sheet = isSpreadsheet(bytes);
		const text = sheet
			? writeCsv(await readSpreadsheet(bytes, request.signal, String(form?.get('ticket') ?? '').slice(0, 60)), false)
			: decodeText(bytes, oneOf(ENCODINGS, form?.get('encoding')));
		const separator = oneOf(SEPARATORS, form?.get('separator'));
		const rows = await bitByBit(readingCsv(text, sheet ? undefined : separator));
		const typed = form?.get('mapping');
		const remembered = supplierMapping(app(), supplierId);
		const guessed = guessMapping(rows);
		const fits = remembered && mappingFits(remembered, rows);
		const mapping: Mapping =
			typeof typed === 'string'
				? readMapping(typed)
				: fits
					? withoutHeads(remembered)
					: {
							...guessed,
							decimal: sheet ? '.' : guessDecimal(rows.slice(guessed.headerRow + 1, guessed.headerRow + 400), guessed.cost),
							...(remembered?.units ? { units: remembered.units } : {})
						};
		const p = await bitByBit(previewingImport(app().db.orm, rows, mapping, supplierId));
		const effects = await bitByBit(
			effectsOn(
				app(),
				new Map(
					p.changed.filter((c) => c.known.cost !== c.row.cost && c.known.reference?.main !== false).map((c) => [c.known.id, c.row.cost])
				)
			)
		);
		return {
			// Read by a separator that somebody chose, it goes on with the usual one, so that everything after reads the same.
			text: separator && !sheet ? writeCsv(rows, false) : text,
			fileName: file.name,
			mapping,
			counts: {
				fresh: p.fresh.length,
				changed: p.changed.length,
				unchanged: p.unchanged.length,
				missing: p.missing.length,
				rejected: p.rejected.length
			},
			head: rows.slice(0, Math.max(12, mapping.headerRow + 6)),
			fresh: p.fresh.slice(0, 500),
			changed: p.changed
				.slice(0, 500)
				.map((c) => ({ row: c.row, before: c.known.cost, nameBefore: c.known.name, elsewhere: c.known.reference?.main === false })),
			missing: p.missing.slice(0, 500).map((m) => ({ code: m.code, name: m.name })),
			rejected: p.rejected.slice(0, 500),
			strange: strangeUnits(p.prices, unitsInUse(app(), supplierId)).slice(0, 12),
			effects
		};
	});

const oneOf = <T extends string>(all: readonly T[], typed: unknown): T | undefined => all.find((x) => x === typed);

/** As it goes to the page and comes back: what stood above the columns is looked up again when it is kept. */
const withoutHeads = ({ heads: _, ...mapping }: Mapping): Mapping => mapping;

function readMapping(text: string): Mapping {
	const m = JSON.parse(text) as Record<string, unknown>;
	const int = (x: unknown) => (Number.isInteger(x) ? (x as number) : -1);
	const units =
		typeof m.units === 'object' && m.units !== null
			? Object.fromEntries(
					Object.entries(m.units as Record<string, unknown>)
						.filter(([, to]) => typeof to === 'string' && to.trim() !== '')
						.map(([from, to]) => [from.toLowerCase(), String(to).trim().slice(0, 20)])
				)
			: {};
	return {
		headerRow: int(m.headerRow),
		code: int(m.code),
		name: int(m.name),
		unit: int(m.unit),
		cost: int(m.cost),
		decimal: m.decimal === ',' ? ',' : '.',
		units
	};
}
