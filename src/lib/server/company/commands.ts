import { settingsFrom, type CompanySettings } from '../../core/company';
import * as contract from '../../contract/company/commands';
import { measureLabel, MEASURES, type OwnMeasure } from '../../core/measure';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { branches, categories, company, crews, firms, people, stages, suppliers, taxCodes, taxComponents, timeOff } from '../db/schema';
import { newId } from '../ids';

export const setUpCompany = serve(contract.setUpCompany, (ctx, i) => {
	if (ctx.db.select().from(company).get()) throw new Refusal('The company is set up already.');
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

export const changeCompany = serve(contract.changeCompany, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const settings: CompanySettings = {
		...now.settings,
		terms: i.terms,
		deposit: { by: 'percent', percent: i.depositPercent },
		paymentDays: i.paymentDays,
		quoteDays: i.quoteDays
	};
	ctx.update(company, 'company', { name: i.name, mail: i.mail, phone: i.phone, address: i.address, settings }, i.version);
	ctx.happened('company', 'company.change', {});
});

export const nameMeasures = serve(contract.nameMeasures, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const own = i.measures.filter((m): m is OwnMeasure => !Object.hasOwn(MEASURES, m));
	if (own.length < i.measures.length) throw new Refusal('Shapes give a measure of this name already.', 'measure');
	const names = own.map((m) => measureLabel(m).toLowerCase());
	if (new Set(names).size < names.length) throw new Refusal('There is a measure of this name already.', 'measure');
	if (own.join() === now.settings.measures.join()) return;
	ctx.update(company, 'company', { settings: { ...now.settings, measures: own } });
	ctx.happened('company', 'company.name-measures', { names: own.map(measureLabel) }, 'catalog');
});

export const addTimeOff = serve(contract.addTimeOff, (ctx, i) => {
	if (i.to < i.from) throw new Refusal('The last day is before the first.', 'to');
	const p = ctx.get(people, i.personId, 'This person');
	ctx.insert(timeOff, { id: newId(), ...i });
	ctx.happened(`person:${p.id}`, 'time-off.add', { name: p.name, from: i.from, to: i.to }, 'plan');
});

export const removeTimeOff = serve(contract.removeTimeOff, (ctx, i) => {
	const t = ctx.get(timeOff, i.timeOffId, 'This time off');
	ctx.remove(timeOff, t.id);
	ctx.happened(`person:${t.personId}`, 'time-off.remove', { from: t.from, to: t.to }, 'plan');
});
