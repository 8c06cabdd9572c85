import { say } from '../contract/refusals/asking';
import { error } from '@sveltejs/kit';
import { Refusal } from '../core/refusal';
import { doorWords, languageAsked, type Language } from '../core/words';
import { BadInput, CannotSave, Missing, NotAllowed, OtherInput, OtherPerson, Stale, TooLarge, TooMany, USUAL_INPUT } from './commands';
import { spokenIn } from '../contract/refusals/spoken';
import { languageAsking } from './asking';
import { log } from './log';

/** The status that says what kind of refusal it is. */
export function statusOf(e: Refusal): number {
	if (e instanceof OtherPerson) return 401;
	if (e instanceof NotAllowed) return 403;
	if (e instanceof Missing) return 404;
	if (e instanceof Stale || e instanceof OtherInput) return 409;
	if (e instanceof CannotSave) return 503;
	if (e instanceof TooLarge) return 413;
	if (e instanceof TooMany) return 429;
	return e instanceof BadInput ? 400 : 422;
}

/** Runs something for an endpoint and answers what came of it. */
export const answer = (work: () => unknown): Promise<Response> => answerWhole(async () => ({ result: (await work()) ?? null }));

/** The same where more than a result is answered; refusals become a code with what it is said with, plain words, and their field. What nobody foresaw is logged, and said as such. */
export async function answerWhole(work: () => Promise<{ result: unknown }>): Promise<Response> {
	try {
		return Response.json(await work());
	} catch (e) {
		if (e instanceof Refusal)
			return Response.json(
				{ code: e.said.code, params: e.said.params, message: spokenIn(languageAsking(), e.said), field: e.field },
				{ status: statusOf(e) }
			);
		log.error({ error: (e as Error).message, stack: (e as Error).stack }, 'unexpected');
		return Response.json({ message: 'Something went wrong on our side. Nothing was changed; try again in a moment.' }, { status: 500 });
	}
}

const TYPES = {
	csv: 'text/csv; charset=utf-8',
	xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
};
/** A file to be kept, or in plain words why there is none. */
export async function answerFile(
	make: () => Promise<{ name: `${string}.${keyof typeof TYPES}`; body: string | Buffer }>
): Promise<Response> {
	try {
		const { name, body } = await make();
		// The name ends with one of them: its type says so.
		const type = TYPES[name.slice(name.lastIndexOf('.') + 1) as keyof typeof TYPES];
		return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
			headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` }
		});
	} catch (e) {
		if (e instanceof Refusal) return new Response(spokenIn(languageAsking(), e.said), { status: statusOf(e) });
		throw e;
	}
}

/** What of a body can be nested and listed: far more than any input of ours has, far less than hurts. */
const MOST_DEPTH = 40;
const MOST_VALUES = 1_000_000;

/**
 * Goes through a JSON text once before it is parsed: a text of brackets alone costs seconds to parse and to check, and nothing of ours is nested
 * so deep or holds so many values.
 * @throws BadInput
 */
export function checkNesting(text: string): void {
	let depth = 0;
	let values = 0;
	let inText = false;
	for (let i = 0; i < text.length; i++) {
		const c = text.charCodeAt(i);
		if (inText) {
			if (c === 92) i++;
			else if (c === 34) inText = false;
		} else if (c === 34) inText = true;
		else if (c === 91 || c === 123) {
			if (++depth > MOST_DEPTH) throw new BadInput(say('nested-too-deep'));
			values++;
		} else if (c === 93 || c === 125) depth--;
		else if (c === 44) values++;
		if (values > MOST_VALUES) throw new BadInput(say('holds-too-many-values'));
	}
}

/** The body of a request as JSON. Its size is limited before it gets here, by route and command. @throws Refusal when it is none */
export async function readJson(request: Request, most = USUAL_INPUT): Promise<unknown> {
	if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) throw new BadInput(say('must-be-json'));
	if (Number(request.headers.get('content-length') ?? 0) > most) throw new TooLarge(say('too-large'));
	const text = await request.text();
	checkNesting(text);
	try {
		return JSON.parse(text);
	} catch {
		throw new BadInput(say('not-json'));
	}
}

/** The fields of a form that was posted. @throws Refusal when it is none */
export async function readForm(request: Request): Promise<FormData> {
	return request.formData().catch(() => {
		throw new BadInput(say('not-form'));
	});
}

/** What the browser of somebody we do not know asks to be spoken to in. */
export const askedIn = (request: Request): Language => languageAsked(request.headers.get('accept-language'));

/** A link that opens nothing (any more): says so in the language of the browser, as whose it was is not known. */
export function deadLink({ request, locals }: { request: Request; locals: App.Locals }): never {
	const language = askedIn(request);
	locals.language = language;
	return error(404, { message: doorWords(language).dead, language });
}
