import { say } from '../../contract/refusals/company';
import * as contract from '../../contract/company/tax';
import { eq } from 'drizzle-orm';
import { formatShare, rate } from '../../core/money';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { branches, taxCodes, taxComponents } from './schema';
import { newId } from '../ids';

export const saveTaxComponent = serve(contract.saveTaxComponent, (ctx, i) => {
	const value = rate(i.rate);
	if (value < 0 || value >= 1_000_000) throw new Refusal(say('tax-rate-between-0-and-100'), 'rate');
	const known = i.componentId ? ctx.get(taxComponents, i.componentId, 'This tax') : undefined;
	if (known && i.from < ctx.today) throw new Refusal(say('documents-before-taxed-already', { today: ctx.today }), 'from');
	const rates = [...(known?.rates ?? []).filter((r) => r.from !== i.from), { from: i.from, rate: value }].sort((a, b) =>
		a.from < b.from ? -1 : 1
	);
	const c = known
		? ctx.update(taxComponents, known.id, { name: i.name, rates })
		: ctx.insert(taxComponents, { id: newId(), name: i.name, rates });
	ctx.happened('company', 'tax.save-component', { name: i.name, rate: formatShare(value).replace(' %', ''), from: i.from }, 'company');
	return { componentId: c.id };
});

export const saveTaxCode = serve(contract.saveTaxCode, (ctx, { codeId, ...i }) => {
	for (const id of i.componentIds) ctx.get(taxComponents, id, 'A tax of this code');
	const twin = ctx.db.select().from(taxCodes).where(eq(taxCodes.name, i.name)).get();
	if (twin && twin.id !== codeId) throw new Refusal(say('code-of-name-already'), 'name');
	const known = codeId ? ctx.get(taxCodes, codeId, 'This code') : undefined;
	const c = known ? ctx.update(taxCodes, known.id, i) : ctx.insert(taxCodes, { id: newId(), ...i });
	ctx.happened('company', 'tax.save-code', { name: i.name, known: Boolean(known) }, 'company');
	return { codeId: c.id };
});

export const saveBranch = serve(contract.saveBranch, (ctx, { branchId, ...i }) => {
	if (i.taxCodeId) ctx.get(taxCodes, i.taxCodeId, 'This tax code');
	const known = branchId ? ctx.get(branches, branchId, 'This branch') : undefined;
	const b = known ? ctx.update(branches, known.id, i) : ctx.insert(branches, { id: newId(), ...i });
	ctx.happened('company', 'branches.save', { name: i.name, known: Boolean(known) }, 'company');
	return { branchId: b.id };
});
