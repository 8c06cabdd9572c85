import { app } from '$lib/server/app';
import { guessMapping, readCsv, type Mapping } from '$lib/core/formats';
import { BadInput } from '$lib/server/commands';
import { decodeText, previewImport } from '$lib/server/catalog/commands';
import { knownOf, supplierMapping } from '$lib/server/catalog/queries';
import { answer } from '$lib/server/http';
import type { RequestHandler } from './$types';

const MOST = 60_000_000;

/** Reads an uploaded price list and says what importing it would do. Saves nothing. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > MOST)
			throw new BadInput('The file is larger than 60 MB. Split it, or leave out pictures.', 'file');
		const form = await request.formData().catch(() => null);
		const file = form?.get('file');
		const supplierId = String(form?.get('supplier') ?? '');
		if (!(file instanceof File) || file.size === 0) throw new BadInput('Choose a file.', 'file');
		const text = decodeText(new Uint8Array(await file.arrayBuffer()));
		const rows = readCsv(text);
		const typed = form?.get('mapping');
		const remembered = supplierMapping(app(), supplierId);
		const guessed = guessMapping(rows);
		const fits = remembered && JSON.stringify(rows[remembered.headerRow]) === JSON.stringify(rows[guessed.headerRow]);
		const mapping = typeof typed === 'string' ? readMapping(typed) : fits ? remembered : guessed;
		const p = previewImport(text, mapping, knownOf(app(), supplierId));
		const counts = {
			fresh: p.fresh.length,
			changed: p.changed.length,
			unchanged: p.unchanged.length,
			missing: p.missing.length,
			rejected: p.rejected.length
		};
		return {
			text,
			fileName: file.name,
			mapping,
			counts,
			head: rows.slice(0, Math.max(12, mapping.headerRow + 6)),
			fresh: p.fresh.slice(0, 100),
			changed: p.changed.slice(0, 100).map((c) => ({ row: c.row, before: c.known.cost })),
			rejected: p.rejected.slice(0, 200)
		};
	});

function readMapping(text: string): Mapping {
	const m = JSON.parse(text) as Record<string, unknown>;
	const int = (x: unknown) => (Number.isInteger(x) ? (x as number) : -1);
	return { headerRow: int(m.headerRow), code: int(m.code), name: int(m.name), unit: int(m.unit), cost: int(m.cost) };
}
