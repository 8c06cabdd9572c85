import { say } from '$lib/contract/refusals/pages';
import { app } from '$lib/server/app';
import { BadInput } from '$lib/server/commands';
import { attachBillScan } from '$lib/server/buying';
import { MOST_ATTACHED } from '$lib/server/files';
import { attachScan } from '$lib/server/quotes';
import { attachToCustomer } from '$lib/server/sales';
import { attachToItem } from '$lib/server/catalog';
import { attachToJob } from '$lib/server/work';
import { answer } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Takes a file of a record: `item:…` a data sheet, `customer:…` whatever belongs to them. The command asks who may. */
export const POST: RequestHandler = ({ request, locals }) =>
	answer(async () => {
		if (Number(request.headers.get('content-length') ?? 0) > MOST_ATTACHED + 10_000)
			throw new BadInput(say('file-larger-than-20-mb'), 'file');
		const form = await request.formData().catch(() => null);
		const file = form?.get('file');
		if (!(file instanceof File) || !locals.signed) throw new BadInput(say('choose-file'), 'file');
		const [kind, id = ''] = String(form?.get('subject') ?? '').split(':', 2);
		const what = { name: file.name.slice(0, 200) || 'file', bytes: Buffer.from(await file.arrayBuffer()) };
		if (kind === 'item') return app().run(attachToItem, { itemId: id, ...what }, locals.signed.actor);
		if (kind === 'customer') return app().run(attachToCustomer, { customerId: id, ...what }, locals.signed.actor);
		if (kind === 'job') {
			const of = { fileId: String(form?.get('version-of') ?? '') || null, folder: String(form?.get('folder') ?? '').slice(0, 60) };
			return app().run(attachToJob, { jobId: id, ...of, ...what }, locals.signed.actor);
		}
		if (kind === 'revision') return app().run(attachScan, { revisionId: id, ...what }, locals.signed.actor);
		if (kind === 'supplier-bill') return app().run(attachBillScan, { billId: id, ...what }, locals.signed.actor);
		throw new BadInput(say('nothing-to-keep-file-with'), 'file');
	});
