import { say } from '../../contract/refusals/survey';
import * as contract from '../../contract/survey/commands';
import { and, asc, eq, max } from 'drizzle-orm';
import { parseLength } from '../../core/measure';
import { Refusal } from '../../core/refusal';
import { checkMarks, numberPins, shownMarks, type PhotoMark, type PhotoScale } from '../../core/survey';
import { readField, serve, type Context } from '../commands';
import type { Orm } from '../db';
import { company } from '../company/schema';
import { estimates, lines, scopes } from '../estimates/schema';
import { files } from '../files/schema';
import type { QuotedPhoto } from '../quotes/schema';
import { jobs } from '../sales/schema';
import { jobPhotos } from './schema';
import { newId } from '../ids';

export const addPhoto = serve(contract.addPhoto, (ctx, i) => {
	const job = ctx.get(jobs, i.jobId, 'This job');
	const file = ctx.db.select({ id: files.id, width: files.width, height: files.height }).from(files).where(eq(files.id, i.fileId)).get();
	if (!file) throw new Refusal(say('picture-not-any-more'));
	const position =
		(ctx.db
			.select({ n: max(jobPhotos.position) })
			.from(jobPhotos)
			.where(eq(jobPhotos.jobId, job.id))
			.get()?.n ?? -1) + 1;
	const p = ctx.insert(jobPhotos, {
		id: newId(),
		jobId: job.id,
		position,
		fileId: file.id,
		width: file.width,
		height: file.height,
		caption: i.caption,
		marks: [],
		at: ctx.now,
		byName: ctx.who.name
	});
	ctx.happened(`job:${job.id}`, 'photos.add', {}, `photos:${job.id}`);
	return { photoId: p.id };
});

export const changePhoto = serve(contract.changePhoto, (ctx, { photoId, version, marks, scale, ...fields }) => {
	const photo = ctx.get(jobPhotos, photoId, 'This picture');
	const patch: Partial<typeof jobPhotos.$inferSelect> = { ...fields };
	if (marks) {
		checkMarks(marks as PhotoMark[]);
		for (const m of marks as PhotoMark[]) if (m.kind === 'pin') checkPin(ctx, photo.jobId, m.lineId);
		patch.marks = marks as PhotoMark[];
	}
	if (scale !== undefined) patch.scale = scale === null ? null : { ...scale, length: lengthOf(ctx, scale.length) };
	const after = ctx.update(jobPhotos, photo.id, patch, version);
	ctx.happened(`job:${photo.jobId}`, 'photos.change', {}, `photos:${photo.jobId}`);
	return { version: after.version };
});

function lengthOf(ctx: Context, typed: string): number {
	const system = ctx.db.select({ system: company.system }).from(company).get()?.system ?? 'imperial';
	const nm = readField('scale', () => parseLength(typed, system));
	if (nm <= 0) throw new Refusal(say('known-length-more-than-0'), 'scale');
	return nm;
}

/** A pin stands for a line of an estimate of the same job. */
function checkPin(ctx: Context, jobId: string, lineId: string): void {
	const found = ctx.db
		.select({ id: lines.id })
		.from(lines)
		.innerJoin(scopes, eq(scopes.id, lines.scopeId))
		.innerJoin(estimates, eq(estimates.id, scopes.estimateId))
		.where(and(eq(lines.id, lineId), eq(estimates.jobId, jobId)))
		.get();
	if (!found) throw new Refusal(say('line-of-pin-not-on-job'), 'marks');
}

export const removePhoto = serve(contract.removePhoto, (ctx, i) => {
	const photo = ctx.get(jobPhotos, i.photoId, 'This picture');
	ctx.remove(jobPhotos, photo.id);
	ctx.happened(`job:${photo.jobId}`, 'photos.remove', {}, `photos:${photo.jobId}`);
});

/** The pictures that go out with a quote, frozen: without inside marks, pins with the words of their lines. */
export function photosForQuote(db: Orm, jobId: string): QuotedPhoto[] {
	return db
		.select()
		.from(jobPhotos)
		.where(and(eq(jobPhotos.jobId, jobId), eq(jobPhotos.shown, true)))
		.orderBy(asc(jobPhotos.position))
		.all()
		.map((p) => {
			const numbers = numberPins(p.marks);
			const shown = shownMarks(p.marks).flatMap((m): { mark: PhotoMark; text: string }[] => {
				if (m.kind !== 'pin') return [{ mark: m, text: '' }];
				const l = db.select().from(lines).where(eq(lines.id, m.lineId)).get();
				// What the customer does not read as a line is no pin either.
				return l && !l.hidden && !l.setAside ? [{ mark: m, text: l.wording || l.name }] : [];
			});
			return {
				fileId: p.fileId,
				width: p.width,
				height: p.height,
				caption: p.caption,
				marks: shown.map((s) => s.mark),
				scale: p.scale as PhotoScale | null,
				pins: shown.flatMap((s) => (s.mark.kind === 'pin' ? [{ id: s.mark.id, n: numbers.get(s.mark.id) ?? 0, text: s.text }] : []))
			};
		});
}

/** Pictures of a job in their order. */
export const photosOf = (db: Orm, jobId: string) =>
	db.select().from(jobPhotos).where(eq(jobPhotos.jobId, jobId)).orderBy(asc(jobPhotos.position)).all();
