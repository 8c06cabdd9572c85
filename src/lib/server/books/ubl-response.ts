import { Refusal, wordsOf } from '../../core/refusal';

/** An e-invoice as a file to be kept; in words where there is none, or where a figure does not hold. */
export function ublResponse(make: () => { name: string; text: string } | null): Response {
	try {
		const file = make();
		if (!file) return new Response('Only what was issued is exported.', { status: 404 });
		return new Response(file.text, {
			headers: { 'content-type': 'application/xml; charset=utf-8', 'content-disposition': `attachment; filename="${file.name}"` }
		});
	} catch (e) {
		if (!(e instanceof Refusal)) throw e;
		return new Response(wordsOf(e), { status: 400 });
	}
}
