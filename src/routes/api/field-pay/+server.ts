import { say } from '$lib/contract/refusals/pages';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { payerOnSite } from '$lib/server/screens';
import { answer, readJson } from '$lib/server/http';
import { payByCard } from '$lib/server/receivables';
import type { RequestHandler } from './$types';

/** A card is taken on our phone for what was just sold: as the customer, by the link of that invoice. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const body = ((await readJson(request)) ?? {}) as Record<string, unknown>;
		const text = (name: string) => String(body[name] ?? '').slice(0, 100);
		const payer = payerOnSite(app(), text('jobId'), text('revisionId'));
		if (!payer) throw new Refusal(say('no-invoice-of-sale'));
		return payByCard(app(), payer, {
			amount: text('amount'),
			number: text('number'),
			expiry: text('expiry'),
			code: text('code'),
			key: text('key')
		});
	});
