import { say } from '../../contract/refusals/estimates';
import * as contract from '../../contract/estimates/line-details';
import { cellOf, type Line, type LineField } from '../../core/estimate';
import { Refusal } from '../../core/refusal';
import { serve, Stale } from '../commands';
import { items } from '../catalog/schema';
import { estimates, lines, scopes } from './schema';
import { linePatch } from './commands';
import { done } from './done';

export const changeLineFields = serve(contract.changeLineFields, (ctx, i) => {
	const before = ctx.get(lines, i.lineId, 'This line');
	const scope = ctx.get(scopes, before.scopeId, 'This scope');
	const said: string[] = [];
	for (const f of i.fields) {
		const field = f.field as LineField;
		const line = ctx.get(lines, i.lineId, 'This line');
		if (f.seen !== undefined && f.seen !== cellOf(before as unknown as Line, field))
			throw new Stale(say('somebody-else-changed-meanwhile'), field);
		try {
			ctx.update(lines, line.id, linePatch(ctx, scope.estimateId, line, field, f.value));
		} catch (e) {
			// Whatever field the reader named: the person typed into this one.
			throw e instanceof Refusal ? new Refusal(e.said, field) : e;
		}
		said.push(field);
	}
	done(ctx, scope.estimateId, 'estimates.change-line-fields', { name: before.name, said });
	return { version: ctx.get(estimates, scope.estimateId, 'This estimate').version };
});

export const pushPrice = serve(contract.pushPrice, (ctx, i) => {
	const line = ctx.get(lines, i.lineId, 'This line');
	if (!line.itemId) throw new Refusal(say('line-no-catalog-item'));
	const item = ctx.get(items, line.itemId, 'This item');
	if (line.unit !== item.unit) throw new Refusal(say('line-by-item-by', { unit: line.unit, unit2: item.unit }));
	ctx.update(items, item.id, { rule: { by: 'fixed', price: line.unitPrice as never } });
	ctx.happened(`item:${item.id}`, 'catalog.take-line-price', { unitPrice: line.unitPrice }, 'catalog');
	return { price: line.unitPrice };
});
