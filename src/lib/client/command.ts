import type { CommandName, Input, Output } from '$lib/contract';
import { refresh } from './refresh';
import { toldSaved } from './saved';
import { openPage, show, whichPage, type Again } from './shown.svelte';
import { whileAsking } from './asking';

export type Outcome<R> = { ok: true; result: R } | { ok: false; message: string; field: string | null; status: number };

interface Options {
	/** Whether the page shows what came of it: as a rule; never; or where it comes with the answer, and is not asked for on its own. */
	refresh?: boolean | 'with the answer';
	key?: string;
}

/** Asks the server to do something. Never throws: what went wrong comes back in words, and nothing typed is lost. */
export function command<N extends CommandName>(name: N, input: Input<N>, options: Options = {}): Promise<Outcome<Output<N>>> {
	return whileAsking(send(name, input, options));
}

/** What was asked and not answered, by name and input, with its key: whoever tries again asks for the same once more, not for a second. */
const unanswered = new Map<string, string>();

async function send<R>(name: string, input: unknown, options: Options): Promise<Outcome<R>> {
	const asked = JSON.stringify([name, input]);
	const key = options.key ?? unanswered.get(asked) ?? crypto.randomUUID();
	unanswered.delete(asked);
	// What the page shows after it comes with the answer: one request for one step.
	const of = openPage();
	const which = options.refresh === false ? null : whichPage();
	let response: Response;
	try {
		response = await fetch(`/api/commands/${name}`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ input, key, page: which ?? undefined })
		});
	} catch {
		unanswered.set(asked, key);
		return {
			ok: false,
			message: 'The server cannot be reached. What you typed is still here: try again in a moment.',
			field: null,
			status: 0
		};
	}
	// A proxy speaks for a server that went away: nobody knows what became of it.
	if (response.status >= 502) unanswered.set(asked, key);
	const body = (await response.json().catch(() => ({}))) as { result?: R; page?: Again | null; message?: string; field?: string };
	if (!response.ok)
		return { ok: false, field: body.field ?? null, status: response.status, message: wordsOf(response.status, body.message) };
	toldSaved();
	const shown = body.page ? await show(body.page, of) : false;
	if (!shown && (options.refresh ?? true) === true) await refresh();
	return { ok: true, result: body.result as R };
}

const wordsOf = (status: number, message = 'That did not work. Nothing was changed.'): string =>
	status === 401 ? 'You were signed out. Sign in again in another tab, then try once more: what you typed is still here.' : message;
