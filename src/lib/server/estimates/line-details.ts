import { Type } from '@sinclair/typebox';
import { cellOf, LINE_FIELDS, type Line, type LineField } from '../../core/estimate';
import { formatUnitPrice } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { defineCommand, Stale } from '../commands';
import { Id, strict } from '../commands/inputs';
import { estimates, items, lines, scopes } from '../db/schema';
import { linePatch } from './commands';
import { done } from './done';

const Value = Type.String({ maxLength: 2000 });
const FIELDS = [...LINE_FIELDS];

/** Changes several fields of one line in one step, which Undo takes back whole; each is compared with what the person saw. */
export const changeLineFields = defineCommand({
	name: 'estimates.change-line-fields',
	access: 'estimates.change',
	input: Type.Object(
		{
			lineId: Id,
			fields: Type.Array(
				Type.Object({ field: Type.Union(FIELDS.map((f) => Type.Literal(f))), value: Value, seen: Type.Optional(Value) }, strict),
				{ minItems: 1, maxItems: 20 }
			)
		},
		strict
	),
	run(ctx, i) {
		const before = ctx.get(lines, i.lineId, 'This line');
		const scope = ctx.get(scopes, before.scopeId, 'This scope');
		const said: string[] = [];
		for (const f of i.fields) {
			const field = f.field as LineField;
			const line = ctx.get(lines, i.lineId, 'This line');
			if (f.seen !== undefined && f.seen !== cellOf(before as unknown as Line, field))
				throw new Stale('Somebody else changed this meanwhile. What you typed is still here: look at the line and save again.', field);
			try {
				ctx.update(lines, line.id, linePatch(ctx, scope.estimateId, line, field, f.value));
			} catch (e) {
				// Whatever field the reader named: the person typed into this one.
				throw e instanceof Refusal ? new Refusal(e.message, field) : e;
			}
			said.push(field);
		}
		done(ctx, scope.estimateId, `${before.name}: ${said.join(', ')} changed`);
		return { version: ctx.get(estimates, scope.estimateId, 'This estimate').version };
	}
});

/**
 * Makes the price of a line the price of its catalog item from now on, on purpose: what is typed on an estimate is for that quote
 * alone otherwise. Estimates that have the item keep theirs.
 */
export const pushPrice = defineCommand({
	name: 'catalog.take-line-price',
	access: 'catalog.change',
	input: Type.Object({ lineId: Id }, strict),
	run(ctx, i) {
		const line = ctx.get(lines, i.lineId, 'This line');
		if (!line.itemId) throw new Refusal('This line is no catalog item.');
		const item = ctx.get(items, line.itemId, 'This item');
		if (line.unit !== item.unit) throw new Refusal(`The line is by the ${line.unit}, the item by the ${item.unit}.`);
		ctx.update(items, item.id, { rule: { by: 'fixed', price: line.unitPrice as never } });
		ctx.happened(`item:${item.id}`, `Price set to ${formatUnitPrice(line.unitPrice)} from an estimate`, 'catalog');
		return { price: line.unitPrice };
	}
});
