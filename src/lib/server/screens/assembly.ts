import { insideOf, allAssemblies, laborSheetsToday, assemblyParts, questionsOf } from '../catalog';
import { recipes } from '../estimates/schema';
import { sql, eq } from 'drizzle-orm';
import { parts, assemblies } from '../catalog/schema';
import type { App } from '../app';

export function assemblyDetail(app: App, id: string) {
	const assembly = app.db.orm.select().from(assemblies).where(eq(assemblies.id, id)).get();
	if (!assembly) return null;
	return {
		assembly,
		parts: assemblyParts(app, id),
		...questionsOf(app.db.orm, id),
		sheets: laborSheetsToday(app).map((x) => ({ id: x.id, name: x.name, price: x.price, loadedCost: x.loadedCost })),
		others: allAssemblies(app)
			.filter((a) => a.id !== id)
			.map((a) => ({ id: a.id, name: a.name })),
		inside: insideOf(app, id),
		heldBy: app.db.orm
			.selectDistinct({ id: assemblies.id, name: assemblies.name })
			.from(parts)
			.innerJoin(assemblies, eq(assemblies.id, parts.assemblyId))
			.where(eq(parts.childId, id))
			.all(),
		onScopes:
			app.db.orm
				.select({ n: sql<number>`count(*)` })
				.from(recipes)
				.where(eq(recipes.assemblyId, id))
				.get()?.n ?? 0
	};
}
