import { fail } from '@sveltejs/kit';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { customerInvoice } from '$lib/server/billing';
import { deadLink, readForm, statusOf } from '$lib/server/http';
import { AS_STAFF } from '$lib/server/people';
import { companyOf } from '$lib/server/company';
import { linkActor } from '$lib/server/links';
import { payByCard } from '$lib/server/receivables';
import { TEST_CARDS } from '$lib/server/ports';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ params, locals, request }) => {
	const actor = linkActor(app(), 'invoice', params.token);
	const invoice = actor && customerInvoice(app(), actor.subjectId);
	if (!invoice) return deadLink({ request, locals });
	const own = companyOf(app());
	locals.language = invoice.language;
	return {
		...invoice,
		token: params.token,
		// One for each time the page is made: a form that is sent again, also without our script, pays nothing twice.
		key: crypto.randomUUID(),
		staff: locals.signed !== null,
		letterhead: own.settings.letterhead,
		currency: own.settings.currency,
		company: { name: own.name, phone: own.phone },
		testCards: app().cards.name === 'stand-in processor' ? TEST_CARDS : []
	};
};

export const actions: Actions = {
	pay: async ({ params, request, locals }) => {
		const actor = linkActor(app(), 'invoice', params.token);
		if (!actor) return deadLink({ request, locals });
		const form = await readForm(request);
		const text = (name: string) => String(form.get(name) ?? '').slice(0, 100);
		try {
			if (locals.signed) throw new Refusal(AS_STAFF);
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
				return fail(statusOf(e), {
					state: 'refused' as const,
					amount: text('amount'),
					message: spokenIn(customerInvoice(app(), actor.subjectId)?.language ?? 'en', e.said),
					field: e.field ?? ''
				});
			throw e;
		}
	}
};
