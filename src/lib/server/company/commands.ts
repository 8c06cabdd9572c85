import { say } from '../../contract/refusals/company';
import type { CompanySettings } from '../../core/company';
import * as contract from '../../contract/company/commands';
import { measureLabel, MEASURES, type OwnMeasure } from '../../core/measure';
import { Refusal } from '../../core/refusal';
import { serve } from '../commands';
import { company } from './schema';

export const changeCompany = serve(contract.changeCompany, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const settings: CompanySettings = {
		...now.settings,
		terms: i.terms,
		deposit: { by: 'percent', percent: i.depositPercent },
		paymentDays: i.paymentDays,
		quoteDays: i.quoteDays,
		currency: i.currency ?? now.settings.currency
	};
	ctx.update(company, 'company', { name: i.name, mail: i.mail, phone: i.phone, address: i.address, settings }, i.version);
	ctx.happened('company', 'company.change', {});
});

export const nameMeasures = serve(contract.nameMeasures, (ctx, i) => {
	const now = ctx.get(company, 'company', 'The company');
	const own = i.measures.filter((m): m is OwnMeasure => !Object.hasOwn(MEASURES, m));
	if (own.length < i.measures.length) throw new Refusal(say('shapes-give-measure-of-name-already'), 'measure');
	const names = own.map((m) => measureLabel(m).toLowerCase());
	if (new Set(names).size < names.length) throw new Refusal(say('measure-of-name-already'), 'measure');
	if (own.join() === now.settings.measures.join()) return;
	ctx.update(company, 'company', { settings: { ...now.settings, measures: own } });
	ctx.happened('company', 'company.name-measures', { names: own.map(measureLabel) }, 'catalog');
});
