import { say } from '../../contract/refusals/estimates';
import * as contract from '../../contract/estimates/flat-rate-lines';
import { quantity, type Quantity } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { notNegative, serve, type Context } from '../commands';
import { taxOfJob } from '../sales';
import { estimates, lines, scopes } from './schema';
import { newId } from '../ids';
import { done } from './done';
import { flatLines } from '../flat-rate';
import { serviceFor } from './service-lines';
import { nextLine } from './position';

export const addService = serve(contract.addService, (ctx, i) => {
	const scope = ctx.get(scopes, i.scopeId, 'This scope');
	const n = i.quantity === undefined ? quantity(10_000) : notNegative(quantity(i.quantity), 'quantity');
	const { lineId, title } = putService(ctx, scope, i.serviceId, n);
	done(ctx, scope.estimateId, 'estimates.add-service', { service: title, scope: scope.name });
	return { lineId };
});

/**
 * A flat-rate service as lines of a scope: its hours, which the customer reads as the whole, and its materials, hidden below.
 * @param hours for this job, ten-thousandths; null: as the service says
 */
export function putService(
	ctx: Context,
	scope: typeof scopes.$inferSelect,
	serviceId: string,
	n: Quantity,
	hours: Quantity | null = null
): { lineId: string; title: string } {
	const estimate = ctx.get(estimates, scope.estimateId, 'This estimate');
	const found = serviceFor(ctx.db, serviceId, estimate.jobId, ctx.today);
	if (!found) throw new Refusal(say('service-not-any-more'));
	const { service, catalog, terms, group } = found;
	if (!catalog.on) throw new Refusal(say('switched-off', { name: catalog.name }));
	if (service.withdrawn && !service.ours) throw new Refusal(say('withdrawn-by-publisher', { title: service.title }));
	const tax = taxOfJob(ctx.db, estimate.jobId);
	const priced = flatLines(service, terms, hours ?? quantity(service.hours), group);
	let position = nextLine(ctx, scope.id);
	const row = { scopeId: scope.id, unit: 'each', phase: '' };
	const parent = ctx.insert(lines, {
		id: newId(),
		...row,
		position: position++,
		kind: 'labor',
		name: service.title,
		wording: service.wording ? `${service.title}. ${service.wording}` : '',
		source: { by: 'typed', quantity: n },
		...priced.hours,
		rule: { by: 'inherit' },
		taxCodeId: tax(catalog.laborTaxId),
		sheetId: catalog.sheetId,
		flat: { serviceId: service.id, part: 'hours' }
	});
	if (service.materials.length > 0)
		ctx.insert(lines, {
			id: newId(),
			...row,
			position: position++,
			kind: 'material',
			name: `Materials: ${service.materials.map((m) => m.name).join(', ')}`.slice(0, 200),
			source: { by: 'parent', parentId: parent.id, ratio: 10_000, step: 0 },
			...priced.materials,
			rule: { by: 'inherit' },
			taxCodeId: tax(catalog.materialTaxId),
			hidden: true,
			flat: { serviceId: service.id, part: 'materials' }
		});
	return { lineId: parent.id, title: service.title };
}
