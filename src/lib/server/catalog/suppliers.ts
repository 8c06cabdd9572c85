import { eq } from 'drizzle-orm';
import { whenever } from '../commands';
import { suppliers } from './schema';

/** A firm that sells to us can be bought from in the catalog, and is called there as it is called itself. */
whenever('firms.save', (ctx, { firmId, name, supplies }) => {
	if (firmId === undefined) return;
	const known = ctx.db.select().from(suppliers).where(eq(suppliers.id, firmId)).get();
	if (known && known.name !== name) ctx.update(suppliers, firmId, { name });
	if (!known && supplies) ctx.insert(suppliers, { id: firmId, name });
	ctx.topics.add('catalog');
});
