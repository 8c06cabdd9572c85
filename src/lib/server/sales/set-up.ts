import { say } from '../../contract/refusals/sales';
import { firms } from '../firms/schema';
import { suppliers, categories } from '../catalog/schema';
import { taxCodes, taxComponents, branches, company } from '../company/schema';
import { crews } from '../people/schema';
import { stages } from './schema';
import { settingsFrom } from '../../core/company';
import { Refusal } from '../../core/refusal';
import * as contract from '../../contract/company/commands';
import { serve } from '../commands';

export const setUpCompany = serve(contract.setUpCompany, (ctx, i) => {
	if (ctx.db.select().from(company).get()) throw new Refusal(say('company-set-up-already'));
	ctx.insert(company, {
		id: 'company',
		name: i.name,
		zone: i.zone,
		system: 'imperial',
		mail: i.mail,
		phone: i.phone,
		address: i.address,
		hours: i.hours,
		holidays: i.holidays,
		settings: settingsFrom(i.settings)
	});
	i.stages.forEach((s, position) => ctx.insert(stages, { ...s, position }));
	for (const b of i.branches) ctx.insert(branches, b);
	i.crews.forEach((c, position) => ctx.insert(crews, { ...c, position }));
	for (const t of i.taxComponents) ctx.insert(taxComponents, t);
	for (const t of i.taxCodes) ctx.insert(taxCodes, t);
	for (const c of i.categories) ctx.insert(categories, c);
	for (const s of i.suppliers) {
		ctx.insert(firms, { id: s.id, name: s.name, supplies: true });
		ctx.insert(suppliers, s);
	}
	ctx.happened('company', 'company.set-up', { name: i.name });
});
