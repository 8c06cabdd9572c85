import { say } from '$lib/contract/refusals/pages';
import { decodeText, readCsv, readLeadTable } from '$lib/core/formats';
import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { answer } from '$lib/server/http';
import { importLeads } from '$lib/server/sales';
import type { RequestHandler } from './$types';

const LARGEST = 5_000_000;

/** Takes requests from a CSV file; says what was taken, what was there already, and what could not be taken and why. */
export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > LARGEST) throw new BadInput(say('file-larger-than-5-mb'), 'file');
		const bytes = new Uint8Array(await request.arrayBuffer());
		if (bytes.length > LARGEST || !locals.signed) throw new BadInput(say('file-larger-than-5-mb'), 'file');
		const { taken, rejected, unread } = readLeadTable(readCsv(decodeText(bytes).replace(/^\uFEFF/, '')));
		if (taken.length === 0)
			throw new BadInput(rejected[0] ? say('row', { row: rejected[0].row, why: rejected[0].why }) : say('no-rows'), 'file');
		return { ...app().run(importLeads, { rows: taken }, locals.signed.actor), rejected, unread };
	});
