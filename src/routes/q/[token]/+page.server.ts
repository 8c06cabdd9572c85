import { drawnMarks } from '$lib/core/survey';
import { fail, redirect } from '@sveltejs/kit';
import { spokenIn } from '$lib/contract/refusals/spoken';
import { Refusal } from '$lib/core/refusal';
import { app } from '$lib/server/app';
import { companyOf, todayOf } from '$lib/server/company';
import { deadLink, readForm, statusOf } from '$lib/server/http';
import { readSignature } from '$lib/server/files';
import { AS_STAFF } from '$lib/server/people';
import { answerQuote, seeQuote, askQuestion } from '$lib/server/quotes';
import { linkActor } from '$lib/server/links';
import { customerQuote, quoteLanguage } from '$lib/server/screens';
import type { Actions, PageServerLoad } from './$types';

const device = (agent: string): string =>
	/tablet|ipad/i.test(agent) ? 'tablet' : /mobile|android|iphone/i.test(agent) ? 'phone' : 'computer';

/** Options as they are ticked: boxes by “option”, one of a group by “option:” and the group. */
const picked = (form: URLSearchParams | FormData): string[] => [
	...new Set([...form].flatMap(([name, value]) => (name === 'option' || name.startsWith('option:') ? [String(value)] : [])))
];

export const load: PageServerLoad = ({ params, url, locals, request, isDataRequest }) => {
	const actor = linkActor(app(), 'quote', params.token);
	if (!actor) return deadLink({ request, locals });
	const chosen = url.searchParams.has('pick') ? picked(url.searchParams) : null;
	const quote = customerQuote(app(), actor.subjectId, chosen);
	if (!quote) return deadLink({ request, locals });
	locals.language = quote.language;
	let viewId: string | null = null;
	// The company's own looks do not count, nor does moving an option about.
	if (!locals.signed && chosen === null && !isDataRequest && quote.state !== 'replaced')
		viewId = app().run(seeQuote, { device: device(request.headers.get('user-agent') ?? '') }, actor).viewId;
	const { photos, ...header } = quote.header;
	return {
		...quote,
		header: {
			...header,
			// Drawn here: the page needs neither marks nor what reckons their lengths.
			photos: photos.map(({ marks, scale, ...p }) => ({ ...p, drawing: drawnMarks(marks, p, scale, quote.system) }))
		},
		currency: companyOf(app()).settings.currency,
		expired: quote.state === 'open' && quote.validUntil < todayOf(app()),
		staff: locals.signed !== null,
		viewId,
		token: params.token,
		key: crypto.randomUUID(),
		now: app().clock.now()
	};
};

const answer = async (event: Parameters<NonNullable<Actions['accept']>>[0], kind: 'accepted' | 'declined') => {
	const actor = linkActor(app(), 'quote', event.params.token ?? '');
	if (!actor) return deadLink(event);
	const form = await readForm(event.request);
	const text = (name: string) => String(form.get(name) ?? '');
	const typed = { name: text('name'), reason: text('reason') };
	try {
		if (event.locals.signed) throw new Refusal(AS_STAFF);
		// Decoded and made anew before anything is accepted: what cannot be read as a picture wins no job.
		const signature = await readSignature(text('signature'));
		app().run(
			answerQuote,
			{
				answer: kind,
				...typed,
				signature,
				agreed: form.get('agreed') === 'on',
				chosen: picked(form),
				address: event.getClientAddress(),
				agent: (event.request.headers.get('user-agent') ?? '').slice(0, 300)
			},
			actor
		);
	} catch (e) {
		if (e instanceof Refusal)
			return fail(statusOf(e), { ...typed, kind, message: spokenIn(quoteLanguage(app(), actor.subjectId), e.said), field: e.field ?? '' });
		throw e;
	}
	return { kind, ...typed, message: '', field: '' };
};

/** A question beside the quote. What was typed stays when it is refused. */
const ask: Actions['ask'] = async (event) => {
	const actor = linkActor(app(), 'quote', event.params.token ?? '');
	if (!actor) return deadLink(event);
	const form = await readForm(event.request);
	const text = (name: string) => String(form.get(name) ?? '');
	const typed = { kind: 'asked' as const, asked: text('asked'), aboutId: text('about'), name: text('asker'), reason: '' };
	try {
		if (event.locals.signed) throw new Refusal(AS_STAFF);
		app().run(
			askQuestion,
			{ aboutId: typed.aboutId.slice(0, 40), asked: typed.asked, name: typed.name },
			actor,
			text('key').slice(0, 80) || undefined
		);
	} catch (e) {
		if (e instanceof Refusal)
			return fail(statusOf(e), { ...typed, message: spokenIn(quoteLanguage(app(), actor.subjectId), e.said), field: e.field ?? '' });
		throw e;
	}
	// Without our script the browser shows the answer of a post: a plain page instead, so that a reload asks nothing again.
	if (event.request.headers.get('x-sveltekit-action') !== 'true') redirect(303, `/q/${event.params.token ?? ''}#questions`);
	return { ...typed, asked: '', message: '', field: '' };
};

export const actions: Actions = {
	ask,
	accept: (event) => answer(event, 'accepted'),
	decline: (event) => answer(event, 'declined')
};
