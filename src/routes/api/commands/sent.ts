import { say } from '$lib/contract/refusals/pages';
import { COMMANDS } from '$lib/server/all-commands';
import { app } from '$lib/server/app';
import { BadInput, Missing, OtherPerson, whenDone, type Command } from '$lib/server/commands';
import type { Signed } from '$lib/server/people';

/** What a browser sends of a command; anything may be in it. */
export interface Sent {
	input?: unknown;
	key?: unknown;
	as?: unknown;
	occurredAt?: unknown;
	sentAt?: unknown;
	page?: unknown;
}

/** A command that people may send. What the program does with input that it prepared itself is not here for anybody. @throws Missing */
export function commandCalled(name: string): Command {
	const command = COMMANDS.get(name);
	if (!command || command.inner) throw new Missing(say('no-such-command'));
	return command;
}

/** As it came, if it is an object at all. @throws BadInput */
export function sent(body: unknown): Sent {
	if (typeof body !== 'object' || body === null) throw new BadInput(say('not-command'));
	return body;
}

/** Runs what was sent, for who is signed in. @throws Refusal */
export function runSent(command: Command, body: Sent, signed: Signed): unknown {
	const key = typeof body.key === 'string' && body.key.length <= 80 ? body.key : undefined;
	// What somebody did on a device is theirs, whoever is signed in there by the time it is sent.
	if (body.as !== undefined && body.as !== signed.personId) throw new OtherPerson(say('somebody-else-did'));
	return app().runGiven(command, body.input ?? {}, signed.actor, key, whenDone(app().clock, body));
}
