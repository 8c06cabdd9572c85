import { error, fail } from '@sveltejs/kit';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { invoiceDetail } from '$lib/server/billing/queries';
import { statusOf } from '$lib/server/http';
import { companyOf } from '$lib/server/jobs/queries';
import { linkActor } from '$lib/server/quotes/links';
import { payByCard } from '$lib/server/receivables/card';
import { TEST_CARDS } from '$lib/server/ports/cards';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params }) => {
	const actor = linkActor(app(), 'invoice', params.token);
	const d = actor && invoiceDetail(app(), actor.subjectId);
	if (!d) error(404, 'This link does not work (any more). Please use the one in our latest mail, or call us.');
	const own = companyOf(app());
	return {
		token: params.token,
		number: d.invoice.number,
		title: d.invoice.title,
		due: d.invoice.due,
		net: d.invoice.net,
		taxes: d.invoice.taxes,
		total: d.invoice.total,
		paid: d.paid,
		open: d.open,
		state: d.state,
		customer: d.customer.name,
		job: d.job.name,
		lines: d.lines.map((l) => ({ id: l.id, text: l.text, amount: l.amount })),
		charge: d.charge && { state: d.charge.state, message: d.charge.message },
		letterhead: own.settings.letterhead,
		company: { name: own.name, phone: own.phone },
		testCards: app().cards.name === 'stand-in processor' ? TEST_CARDS : []
	};
};

export const actions: Actions = {
	pay: async ({ params, request }) => {
		const actor = linkActor(app(), 'invoice', params.token);
		if (!actor) error(404, 'This link does not work (any more).');
		const form = await request.formData();
		const text = (name: string) => String(form.get(name) ?? '').slice(0, 100);
		try {
			return {
				field: '',
				amount: text('amount'),
				...(await payByCard(app(), actor, {
					amount: text('amount'),
					number: text('number'),
					expiry: text('expiry'),
					code: text('code'),
					key: text('key')
				}))
			};
		} catch (e) {
			if (e instanceof Refusal)
				return fail(statusOf(e), { state: 'refused' as const, amount: text('amount'), message: e.message, field: e.field ?? '' });
			throw e;
		}
	}
};
