import { Type } from '@sinclair/typebox';
import { parsePercent, type Percent } from '../../core/money';
import { KINDS, type Kind } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { defineCommand } from '../commands';
import { Id, Name, strict, Typed, Version } from '../commands/inputs';
import { customers, rateGroups } from '../db/schema';
import { newId } from '../ids';

/** Saves a rate group: a percentage of the price by kind; an empty one leaves that kind alone. */
export const saveRateGroup = defineCommand({
	name: 'rate-groups.save',
	access: 'rates.change',
	input: Type.Object(
		{
			groupId: Type.Optional(Id),
			name: Name,
			percents: Type.Record(Type.String({ maxLength: 20 }), Typed),
			onFixed: Type.Boolean(),
			setAside: Type.Optional(Type.Boolean()),
			version: Version
		},
		strict
	),
	run(ctx, i) {
		const percents: Partial<Record<Kind, Percent>> = {};
		for (const kind of KINDS) {
			const text = (i.percents[kind] ?? '').trim();
			if (text === '') continue;
			const p = parsePercent(text.endsWith('%') ? text : `${text}%`, `The percentage on ${kind}`);
			if (p <= 0 || p > 100_000) throw new Refusal(`The percentage on ${kind} must be above 0 and at most 1,000 %.`, kind);
			percents[kind] = p;
		}
		const row = { name: i.name, percents, onFixed: i.onFixed, ...(i.setAside === undefined ? {} : { setAside: i.setAside }) };
		const id = i.groupId ? ctx.update(rateGroups, i.groupId, row, i.version).id : ctx.insert(rateGroups, { id: newId(), ...row }).id;
		ctx.happened(`rate-group:${id}`, `Rate group ${i.name} saved`, 'rates');
		return { id };
	}
});

/** Gives a customer a rate group, or takes it away. What is priced already keeps its price. */
export const setRateGroup = defineCommand({
	name: 'customers.set-rate-group',
	access: 'customers.change',
	input: Type.Object({ customerId: Id, groupId: Type.Union([Id, Type.Null()]), version: Version }, strict),
	run(ctx, i) {
		const group = i.groupId ? ctx.get(rateGroups, i.groupId, 'This rate group') : null;
		ctx.update(customers, i.customerId, { rateGroupId: i.groupId }, i.version);
		ctx.happened(`customer:${i.customerId}`, group ? `Rate group ${group.name}` : 'No rate group', 'customers');
	}
});
