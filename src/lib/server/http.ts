import { Refusal } from '../core/refusal';
import { BadInput, CannotSave, Missing, NotAllowed, Stale } from './commands';
import { log } from './log';

/** The status that says what kind of refusal it is. */
export function statusOf(e: Refusal): number {
	if (e instanceof NotAllowed) return 403;
	if (e instanceof Missing) return 404;
	if (e instanceof Stale) return 409;
	if (e instanceof CannotSave) return 503;
	return e instanceof BadInput ? 400 : 422;
}

/** Runs something for an endpoint; refusals become plain words with their field. What nobody foresaw is logged, and said as such. */
export async function answer(work: () => unknown): Promise<Response> {
	try {
		return Response.json({ result: (await work()) ?? null });
	} catch (e) {
		if (e instanceof Refusal) return Response.json({ message: e.message, field: e.field }, { status: statusOf(e) });
		log.error({ error: (e as Error).message, stack: (e as Error).stack }, 'unexpected');
		return Response.json({ message: 'Something went wrong on our side. Nothing was changed; try again in a moment.' }, { status: 500 });
	}
}

/** The body of a request as JSON. @throws Refusal when it is none */
export async function readJson(request: Request, most = 70_000_000): Promise<unknown> {
	if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) throw new BadInput('This must be JSON.');
	if (Number(request.headers.get('content-length') ?? 0) > most) throw new BadInput('This is too large.');
	try {
		return JSON.parse(await request.text());
	} catch {
		throw new BadInput('This is not JSON.');
	}
}
