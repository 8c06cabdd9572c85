import { Type } from '@sinclair/typebox';
import { and, desc, eq, inArray } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { defineCommand } from '../commands';
import { Id, strict } from '../commands/inputs';
import type { Orm } from '../db/open';
import { assemblies, history, parts } from '../db/schema';
import { saveAssembly } from './assemblies';

const SAVES = ['catalog.save-assembly', 'catalog.restore-assembly'];
type Part = typeof parts.$inferSelect;

/** What stood before a save: history keeps the rows that a save took out. */
function before(db: Orm, historyId: number) {
	const entry = db.select().from(history).where(eq(history.id, historyId)).get();
	if (!entry || !SAVES.includes(entry.command)) return null;
	const assembly = entry.changes.find((c) => c.table === 'assemblies')?.before as typeof assemblies.$inferSelect | null | undefined;
	const old = entry.changes.filter((c) => c.table === 'parts' && c.before && !c.after).map((c) => c.before as unknown as Part);
	return assembly && old.length > 0 ? { entry, assembly, parts: old.sort((a, b) => a.position - b.position) } : null;
}

/** Earlier states of an assembly, newest first: until when each held, who changed it, how many parts it had. */
export function assemblyVersions(app: App, assemblyId: string) {
	return app.db.orm
		.select({ id: history.id, at: history.at, byName: history.byName })
		.from(history)
		.where(and(eq(history.subject, `assembly:${assemblyId}`), inArray(history.command, SAVES)))
		.orderBy(desc(history.id))
		.limit(30)
		.all()
		.flatMap((h) => {
			const was = before(app.db.orm, h.id);
			return was ? [{ ...h, name: was.assembly.name, parts: was.parts.length }] : [];
		});
}

/** Goes back to an earlier state. What stands now becomes an earlier state itself: nothing is lost. */
export const restoreAssembly = defineCommand({
	name: 'catalog.restore-assembly',
	access: 'catalog.change',
	input: Type.Object({ assemblyId: Id, versionId: Type.Integer() }, strict),
	run(ctx, i, actor) {
		const was = before(ctx.db, i.versionId);
		if (!was || was.assembly.id !== i.assemblyId) throw new Refusal('This version is not there any more.');
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
		ctx.happened(`assembly:${now.id}`, `Assembly ${name}: back to how it was`, 'catalog');
		return { id: now.id };
	}
});
