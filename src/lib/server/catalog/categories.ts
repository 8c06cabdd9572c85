import { say } from '../../contract/refusals/catalog';
import * as contract from '../../contract/catalog/categories';
import { eq } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { categories, items } from './schema';
import { newId } from '../ids';
import { categoriesIn } from './filter';
import { ruleOf } from './rules';

export const saveCategory = serve(contract.saveCategory, (ctx, i) => {
	const rule = ruleOf(i.rule, 'rule');
	if (rule.by === 'fixed') throw new Refusal(say('category-has-no-fixed-price'), 'rule');
	if (i.parentId) ctx.get(categories, i.parentId, 'The category it lies in');
	if (i.categoryId && i.parentId && categoriesIn(ctx.db, i.categoryId).includes(i.parentId))
		throw new Refusal(say('category-cannot-lie-in-itself'), 'parentId');
	const twin = ctx.db
		.select()
		.from(categories)
		.all()
		.find((c) => c.id !== i.categoryId && c.parentId === i.parentId && c.name.toLowerCase() === i.name.toLowerCase());
	if (twin) throw new Refusal(say('category-of-name-here-already'), 'name');
	const row = { name: i.name, parentId: i.parentId, rule: rule.by === 'inherit' ? null : rule };
	const id = i.categoryId ? ctx.update(categories, i.categoryId, row, i.version).id : ctx.insert(categories, { id: newId(), ...row }).id;
	ctx.happened(`category:${id}`, 'catalog.save-category', { name: i.name }, 'catalog');
	return { id };
});

export const removeCategory = serve(contract.removeCategory, (ctx, i) => {
	const c = ctx.get(categories, i.categoryId, 'This category');
	if (ctx.db.select({ id: items.id }).from(items).where(eq(items.categoryId, c.id)).limit(1).get()) throw new Refusal(say('items-in'));
	if (ctx.db.select({ id: categories.id }).from(categories).where(eq(categories.parentId, c.id)).limit(1).get())
		throw new Refusal(say('categories-in'));
	ctx.remove(categories, c.id);
	ctx.happened(`category:${c.id}`, 'catalog.remove-category', { name: c.name }, 'catalog');
});
