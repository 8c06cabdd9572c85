import type { Db } from '../db';
import { standInLog } from '../outbox/schema';

export interface TextMessage {
	from: string;
	to: string;
	text: string;
	/** Its own name: sent again after a fault it is the same message. */
	id: string;
}
/** Delivers text messages to phones. Rejects when it could not; the outbox tries again. */
export interface TextPort {
	readonly name: string;
	send(message: TextMessage): Promise<string>;
}

/** A service that takes messages as JSON over HTTPS: POST {from, to, text, id}; what it answers with 2xx is on its way. */
export function webTexts(url: string): TextPort {
	return {
		name: 'text message service',
		async send(message) {
			const r = await fetch(url, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify(message),
				signal: AbortSignal.timeout(15_000)
			});
			const said = (await r.text()).slice(0, 200);
			if (!r.ok) throw new Error(`${r.status} ${said}`);
			return `${r.status} ${said}`.trim();
		}
	};
}

/** The shipped stand-in: takes every message and keeps it readable in the outbox. A number that ends with 0000 does not exist. */
export function standInTexts(db: Db, now: () => number): TextPort {
	return {
		name: 'stand-in phone',
		send({ to, text, id }) {
			const wrong = to.endsWith('0000');
			const answer = wrong ? '550 no such number' : '202 taken';
			db.orm
				.insert(standInLog)
				.values({ at: now(), port: 'texts', sent: `${text.slice(0, 120)} → ${to}`, received: answer, name: id })
				.onConflictDoNothing()
				.run();
			return wrong ? Promise.reject(new Error(answer)) : Promise.resolve(answer);
		}
	};
}
