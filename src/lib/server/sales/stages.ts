import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/stages';
import { asc, eq, sql } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { readList } from '../../core/sales';
import type { App } from '../app';
import { serve } from '../commands';
import { company } from '../company/schema';
import { jobs, stages } from './schema';
import { newId } from '../ids';

export const nameLists = serve(contract.nameLists, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const salesLists = {
		kinds: readList(i.kinds, 'kinds'),
		sources: readList(i.sources, 'sources'),
		reasons: readList(i.reasons, 'reasons')
	};
	ctx.update(company, 'company', { settings: { ...now.settings, salesLists } });
	ctx.happened('company', 'company.sales-lists', {}, 'track');
});

/** Meanings a track must have at least once, because the program moves jobs there by itself. */
const NEEDED = { winning: ['bidding', 'lost'], doing: ['ready', 'under way', 'finished', 'closed'] } as const;

export const saveStages = serve(contract.saveStages, (ctx, i) => {
	const names = i.stages.map((s) => s.name.trim().toLowerCase());
	if (new Set(names).size < names.length) throw new Refusal(say('two-stages-have-same-name'), 'name');
	const allowed: readonly string[] = NEEDED[i.track];
	const wrong = i.stages.find((s) => !allowed.includes(s.meaning));
	if (wrong) throw new Refusal(say('no-meaning-of-track', { meaning: wrong.meaning, track: i.track }), 'meaning');
	for (const meaning of allowed)
		if (!i.stages.some((s) => s.meaning === meaning)) throw new Refusal(say('one-stage-has-to-mean-program', { meaning }), 'meaning');
	const before = ctx.db.select().from(stages).where(eq(stages.track, i.track)).orderBy(asc(stages.position)).all();
	if (i.stages.some((s) => s.id !== null && !before.some((b) => b.id === s.id))) throw new Refusal(say('stages-changed-meanwhile'));
	const ids = i.stages.map((s, position) => {
		const fields = {
			name: s.name.trim(),
			meaning: s.meaning,
			position,
			chance: s.meaning === 'bidding' ? s.chance : 0,
			...(s.mark === undefined ? {} : { mark: s.mark })
		};
		return s.id ? ctx.update(stages, s.id, fields).id : ctx.insert(stages, { id: newId(), track: i.track, ...fields }).id;
	});
	const kept = new Set(ids);
	for (const gone of before.filter((b) => !kept.has(b.id))) {
		const heirAt = i.stages.findIndex((s) => s.meaning === gone.meaning);
		const heir = ids[heirAt];
		if (!heir) throw new Refusal(say('jobs-stand-in-and-no-other', { name: gone.name, meaning: gone.meaning }));
		for (const job of ctx.db.select({ id: jobs.id }).from(jobs).where(eq(jobs.stageId, gone.id)).all())
			ctx.update(jobs, job.id, { stageId: heir });
		ctx.remove(stages, gone.id);
	}
	ctx.happened('company', 'company.save-stages', { track: i.track, names: i.stages.map((s) => s.name) }, 'track', 'today', 'plan');
});

/** The stages of both tracks in their order, with how many jobs stand in each. */
export const stageList = (app: App) =>
	app.db.orm
		.select({
			id: stages.id,
			track: stages.track,
			name: stages.name,
			meaning: stages.meaning,
			chance: stages.chance,
			mark: stages.mark,
			jobs: sql<number>`(select count(*) from jobs where jobs.stage_id = stages.id)`
		})
		.from(stages)
		.orderBy(asc(stages.position))
		.all();

/** The stages that won jobs stand at, in their order. */
export const doingStages = (app: App) =>
	app.db.orm.select({ id: stages.id, name: stages.name }).from(stages).where(eq(stages.track, 'doing')).orderBy(asc(stages.position)).all();
