import { randomUUID } from 'node:crypto';
import { COMMANDS } from '../../src/lib/server/all-commands';
import { fresh } from './database';
import { note, time } from './measure';

const AT_ONCE = 100;

/** One command after the other through the whole path, each with its key, to raw commits that are as durable and write the same rows. */
export async function commandsBench(): Promise<void> {
	const { app, yard } = await fresh();
	const jobId = yard.job('Bench', yard.customer('Bench', 'person', '', '', ''), '', [0, 0]);
	yard.call('petra', 'jobs.win', { jobId });
	const [command, actor] = [COMMANDS.get('field.note'), yard.as('noor')];
	if (!command) throw new Error('There is no command field.note.');
	const whole = time(() => {
		for (let i = 0; i < AT_ONCE; i++) app.runGiven(command, { jobId, text: `Note ${i}`, fileId: null }, actor, randomUUID());
	});
	const raw = app.db.sqlite;
	const row = raw.prepare("insert into field_notes (id, job_id, person_id, at, text, file_id) values (?, ?, 'noor', 1, ?, null)");
	const told = raw.prepare(
		"insert into history (at, by_id, by_name, command, subject, code, params, text, area, changes, undone) values (1, 'noor', 'Noor Etienne', 'field.note', ?, 'field.note', '{}', '', 'field', ?, 0)"
	);
	const key = raw.prepare("insert into idempotency_keys (id, command, input_hash, result, at) values (?, 'field.note', ?, '{}', 1)");
	const commit = raw.transaction((text: string) => {
		const id = randomUUID();
		row.run(id, jobId, text);
		told.run(
			`job:${jobId}`,
			JSON.stringify([{ table: 'field_notes', id, before: null, after: { id, jobId, personId: 'noor', at: 1, text, fileId: null } }])
		);
		key.run(randomUUID(), randomUUID());
	});
	const reference = time(() => {
		for (let i = 0; i < AT_ONCE; i++) commit.immediate(`Note ${i}`);
	});
	app.db.sqlite.close();
	// At least half as many commands as raw commits.
	note(
		'a command through the whole path',
		'one note, with its key',
		whole / AT_ONCE,
		'raw durable commits of the same rows',
		reference / AT_ONCE,
		2
	);
}
