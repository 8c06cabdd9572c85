import { error, fail } from '@sveltejs/kit';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { statusOf } from '$lib/server/http';
import { companyOf } from '$lib/server/jobs/queries';
import { receiveLead } from '$lib/server/sales/commands';
import type { Actions, PageServerLoad } from './$types';

const perAddress = new RateLimiterMemory({ points: 10, duration: 3600 });

export const load: PageServerLoad = () => {
	const own = companyOf(app());
	if (!own.settings.publicPage.on) error(404, 'There is nothing at this address.');
	return {
		name: own.name,
		phone: own.phone,
		intro: own.settings.publicPage.intro,
		does: own.settings.publicPage.does ?? [],
		pictures: own.settings.publicPage.pictures ?? [],
		letterhead: own.settings.letterhead,
		opened: Date.now()
	};
};

export const actions: Actions = {
	default: async ({ request, getClientAddress }) => {
		const form = await request.formData();
		const text = (name: string) => String(form.get(name) ?? '');
		const typed = { name: text('name'), mail: text('mail').trim(), phone: text('phone'), address: text('address'), wanted: text('wanted') };
		try {
			try {
				await perAddress.consume(getClientAddress());
			} catch {
				throw new Refusal('Many requests came from here in a short time. Please call us instead.');
			}
			app().run(
				receiveLead as never,
				{ ...typed, trap: text('website'), openedMs: Date.now() - Number(text('opened') || 0) },
				{ type: 'public' }
			);
		} catch (e) {
			if (e instanceof Refusal) return fail(statusOf(e), { ...typed, message: e.message, field: e.field ?? '', sent: false });
			throw e;
		}
		return { ...typed, message: '', field: '', sent: true };
	}
};
