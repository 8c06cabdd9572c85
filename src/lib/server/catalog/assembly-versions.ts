import { say } from '../../contract/refusals/catalog';
import * as contract from '../../contract/catalog/assembly-versions';
import { and, desc, eq, gte } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve } from '../commands';
import type { Orm } from '../db';
import { assemblies, parts } from './schema';
import { history } from '../commands/schema';
import { saveAssembly } from './assemblies';

const SAVES = ['catalog.save-assembly', 'catalog.restore-assembly'];
type Assembly = typeof assemblies.$inferSelect;
type Part = typeof parts.$inferSelect;

interface Version {
	/** The entry of history that ended it. */
	id: number;
	at: number;
	byName: string;
	assembly: Assembly;
	parts: Part[];
}

/**
 * Earlier states of an assembly, newest first, from what stands now backwards: each entry of its history puts back the columns it changed. The
 * parts of a state are the rows that the save after it took out.
 * @param since only those that an entry from this one on ended
 */
function versionsOf(db: Orm, assemblyId: string, since = 0): Version[] {
	const now = db.select().from(assemblies).where(eq(assemblies.id, assemblyId)).get();
	if (!now) return [];
	let assembly: Assembly = now;
	return db
		.select()
		.from(history)
		.where(and(eq(history.subject, `assembly:${assemblyId}`), gte(history.id, since)))
		.orderBy(desc(history.id))
		.all()
		.flatMap((entry) => {
			const change = entry.changes.find((c) => c.table === 'assemblies' && c.id === assemblyId);
			// It began here.
			if (change?.before === null) return [];
			assembly = { ...assembly, ...change?.before };
			const old = entry.changes.filter((c) => c.table === 'parts' && c.before && !c.after).map((c) => c.before as unknown as Part);
			if (!SAVES.includes(entry.command) || old.length === 0) return [];
			return [{ id: entry.id, at: entry.at, byName: entry.byName, assembly, parts: old.sort((a, b) => a.position - b.position) }];
		});
}

/** Earlier states of an assembly, newest first: until when each held, who changed it, how many parts it had. */
export function assemblyVersions(app: App, assemblyId: string) {
	return versionsOf(app.db.orm, assemblyId)
		.slice(0, 30)
		.map(({ id, at, byName, assembly, parts: had }) => ({ id, at, byName, name: assembly.name, parts: had.length }));
}

export const restoreAssembly = serve(contract.restoreAssembly, (ctx, i, actor) => {
	const was = versionsOf(ctx.db, i.assemblyId, i.versionId).find((v) => v.id === i.versionId);
	if (!was) throw new Refusal(say('version-not-any-more'));
	const now = ctx.get(assemblies, i.assemblyId, 'This assembly');
	const { name, category, wording, crewSheet, choices, refusals } = was.assembly;
	saveAssembly.run(
		ctx,
		{
			assemblyId: now.id,
			name,
			category,
			wording,
			crewSheet: crewSheet as never,
			choices: choices as never,
			refusals: refusals as never,
			parts: was.parts.map(({ id: _id, assemblyId: _a, position: _p, ...p }) => p) as never
		},
		actor
	);
	ctx.happened(`assembly:${now.id}`, 'catalog.restore-assembly', { name }, 'catalog');
	return { id: now.id };
});
