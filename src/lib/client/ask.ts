import type { Answer, Question, QueryName } from '$lib/contract';
import type { Outcome } from './command';

/** Asks the server something that changes nothing. Never throws: what went wrong comes back in words. */
export async function ask<N extends QueryName>(name: N, question: Question<N>): Promise<Outcome<Answer<N>>> {
	let response: Response;
	try {
		response = await fetch(`/api/ask/${name}`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(question)
		});
	} catch {
		return { ok: false, message: 'The server cannot be reached. Try again in a moment.', field: null, status: 0 };
	}
	const body = (await response.json().catch(() => ({}))) as { result?: Answer<N>; message?: string; field?: string };
	if (!response.ok)
		return { ok: false, message: body.message ?? 'That cannot be looked up just now.', field: body.field ?? null, status: response.status };
	// The contract of that name says what is answered; tests hold every answer against it.
	return { ok: true, result: body.result as Answer<N> };
}
