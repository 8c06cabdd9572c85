import { say } from '../../contract/refusals/field';
import { eq, desc } from 'drizzle-orm';
import type { App } from '../app';
import { fieldNotes } from './schema';
import { files } from '../files/schema';
import { people } from '../people/schema';
import { jobs } from '../sales/schema';
import * as contract from '../../contract/field/notes';
import { Refusal } from '../../core/refusal';
import { serve, self, whenever } from '../commands';
import { agreements, visits } from '../rounds/schema';
import { newId } from '../ids';

export const notesOf = (app: App, jobId: string) =>
	app.db.orm
		.select({ id: fieldNotes.id, at: fieldNotes.at, text: fieldNotes.text, fileId: fieldNotes.fileId, by: people.name })
		.from(fieldNotes)
		.innerJoin(people, eq(people.id, fieldNotes.personId))
		.where(eq(fieldNotes.jobId, jobId))
		.orderBy(desc(fieldNotes.at))
		.limit(60)
		.all();

export const addNote = serve(contract.addNote, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	if (i.fileId && !ctx.find(files, i.fileId)) throw new Refusal(say('picture-did-not-arrive'), 'picture');
	if (i.text.trim() === '' && !i.fileId) throw new Refusal(say('write-something-or-take-picture'), 'text');
	ctx.insert(fieldNotes, { id: newId(), jobId: job.id, personId: self(ctx), at: ctx.doneAt, text: i.text.trim(), fileId: i.fileId });
	ctx.happened(`job:${job.id}`, 'field.note', { fileId: i.fileId }, 'field');
});

export const keepPicture = serve(contract.keepPicture, (ctx, i) => {
	const file = ctx.insert(files, {
		id: i.fileId ?? newId(),
		type: 'image/jpeg',
		width: i.width,
		height: i.height,
		bytes: i.bytes,
		thumb: i.thumb,
		createdAt: ctx.now
	});
	return { fileId: file.id };
});

/** A picture taken at a visit stands among the pictures of its job, like any other. */
whenever('rounds.add-picture', (ctx, { visitId, fileId, moment }) => {
	const visit = ctx.get(visits, visitId, 'This visit');
	const { jobId } = ctx.get(agreements, visit.agreementId, 'Its agreement');
	const text = moment === 'before' ? 'Before the visit' : 'After the visit';
	ctx.insert(fieldNotes, { id: newId(), jobId, personId: self(ctx), at: ctx.doneAt, text, fileId });
});
