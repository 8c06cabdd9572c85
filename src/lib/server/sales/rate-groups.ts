import { say } from '../../contract/refusals/sales';
import * as contract from '../../contract/sales/rate-groups';
import { percent, type Percent } from '../../core/money';
import { KINDS, type Kind } from '../../core/pricing';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { rateGroups } from '../rates/schema';
import { customers } from './schema';
import { newId } from '../ids';

export const saveRateGroup = serve(contract.saveRateGroup, (ctx, i) => {
	const percents: Partial<Record<Kind, Percent>> = {};
	for (const kind of KINDS) {
		const p = i.percents[kind];
		if (p === undefined) continue;
		if (p <= 0 || p > 100_000) throw new Refusal(say('percentage-on-must-be-above-0', { kind }), kind);
		percents[kind] = percent(p);
	}
	const row = { name: i.name, percents, onFixed: i.onFixed, ...(i.setAside === undefined ? {} : { setAside: i.setAside }) };
	const id = i.groupId ? ctx.update(rateGroups, i.groupId, row, i.version).id : ctx.insert(rateGroups, { id: newId(), ...row }).id;
	ctx.happened(`rate-group:${id}`, 'rate-groups.save', { name: i.name }, 'rates');
	return { id };
});

export const setRateGroup = serve(contract.setRateGroup, (ctx, i) => {
	const group = i.groupId ? ctx.get(rateGroups, i.groupId, 'This rate group') : null;
	ctx.update(customers, i.customerId, { rateGroupId: i.groupId }, i.version);
	ctx.happened(`customer:${i.customerId}`, 'customers.set-rate-group', { group: group?.name ?? null }, 'customers');
});
