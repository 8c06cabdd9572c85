import { error, fail } from '@sveltejs/kit';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { statusOf } from '$lib/server/http';
import { answerQuote, seeQuote } from '$lib/server/quotes/commands';
import { linkActor } from '$lib/server/quotes/links';
import { customerQuote } from '$lib/server/quotes/queries';
import type { Actions, PageServerLoad } from './$types';

const device = (agent: string): string =>
	/tablet|ipad/i.test(agent) ? 'tablet' : /mobile|android|iphone/i.test(agent) ? 'phone' : 'computer';

/** Options as they are ticked: boxes by “option”, one of a group by “option:” and the group. */
const picked = (form: URLSearchParams | FormData): string[] => [
	...new Set([...form].flatMap(([name, value]) => (name === 'option' || name.startsWith('option:') ? [String(value)] : [])))
];

export const load: PageServerLoad = ({ params, url, locals, request, isDataRequest }) => {
	const actor = linkActor(app(), 'quote', params.token);
	if (!actor) error(404, 'This link does not work (any more). Please use the one in our latest mail, or call us.');
	const chosen = url.searchParams.has('pick') ? picked(url.searchParams) : null;
	const quote = customerQuote(app(), actor.subjectId, chosen);
	if (!quote) error(404, 'This quote is not there any more.');
	// The company's own looks do not count, nor does moving an option about.
	if (!locals.signed && chosen === null && !isDataRequest && quote.state !== 'replaced')
		app().run(seeQuote as never, { device: device(request.headers.get('user-agent') ?? '') }, actor);
	return { ...quote, token: params.token, now: app().clock.now() };
};

const answer = async (event: Parameters<NonNullable<Actions['accept']>>[0], kind: 'accepted' | 'declined') => {
	const actor = linkActor(app(), 'quote', event.params.token ?? '');
	if (!actor) error(404, 'This link does not work (any more).');
	const form = await event.request.formData();
	const text = (name: string) => String(form.get(name) ?? '');
	const typed = { name: text('name'), reason: text('reason') };
	try {
		app().run(
			answerQuote as never,
			{
				answer: kind,
				...typed,
				signature: text('signature'),
				agreed: form.get('agreed') === 'on',
				chosen: picked(form),
				address: event.getClientAddress(),
				agent: (event.request.headers.get('user-agent') ?? '').slice(0, 300)
			},
			actor
		);
	} catch (e) {
		if (e instanceof Refusal) return fail(statusOf(e), { ...typed, kind, message: e.message, field: e.field ?? '' });
		throw e;
	}
	return { kind, ...typed, message: '', field: '' };
};

export const actions: Actions = { accept: (event) => answer(event, 'accepted'), decline: (event) => answer(event, 'declined') };
