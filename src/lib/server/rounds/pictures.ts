import { and, eq } from 'drizzle-orm';
import { say } from '../../contract/refusals/rounds';
import * as contract from '../../contract/rounds/commands';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import type { App } from '../app';
import { files } from '../files/schema';
import { newId } from '../ids';
import { sites } from '../sales/schema';
import { agreements, visitPictures, visits } from './schema';

export const addVisitPicture = serve(contract.addVisitPicture, (ctx, i) => {
	const visit = ctx.get(visits, i.visitId, 'This visit');
	const agreement = ctx.get(agreements, visit.agreementId, 'Its agreement');
	if (!ctx.find(files, i.fileId)) throw new Refusal(say('picture-did-not-arrive'), 'picture');
	// Kept on the device and sent twice it is one picture.
	const there = ctx.db
		.select({ id: visitPictures.id })
		.from(visitPictures)
		.where(and(eq(visitPictures.visitId, visit.id), eq(visitPictures.fileId, i.fileId)))
		.get();
	if (there) return;
	ctx.insert(visitPictures, { id: newId(), ...i, at: ctx.doneAt, byName: ctx.who.name });
	const site = ctx.get(sites, agreement.siteId, 'Its site');
	const told = { visitId: visit.id, fileId: i.fileId, site: site.address, moment: i.moment };
	ctx.happened(`job:${agreement.jobId}`, 'rounds.add-picture', told, 'field');
});

/** Whether a picture was taken at a visit to a customer that is done: what their link shows. */
export const isVisitPicture = (app: App, customerId: string, fileId: string): boolean =>
	app.db.orm
		.select({ id: visitPictures.id })
		.from(visitPictures)
		.innerJoin(visits, eq(visits.id, visitPictures.visitId))
		.innerJoin(agreements, eq(agreements.id, visits.agreementId))
		.where(and(eq(visitPictures.fileId, fileId), eq(agreements.customerId, customerId), eq(visits.state, 'done')))
		.get() !== undefined;
