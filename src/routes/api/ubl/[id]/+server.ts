import { wordsOf, Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { invoiceUbl } from '$lib/server/books/e-invoice';
import type { RequestHandler } from './$types';

/** An issued invoice as UBL 2.1; refused, with the figure, where one does not hold. */
export const GET: RequestHandler = ({ params }) => {
	try {
		const file = invoiceUbl(app(), params.id);
		if (!file) return new Response('Only an issued invoice is exported.', { status: 404 });
		return new Response(file.text, {
			headers: { 'content-type': 'application/xml; charset=utf-8', 'content-disposition': `attachment; filename="${file.name}"` }
		});
	} catch (e) {
		if (!(e instanceof Refusal)) throw e;
		return new Response(wordsOf(e), { status: 400 });
	}
};
