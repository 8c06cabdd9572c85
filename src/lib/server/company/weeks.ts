import * as contract from '../../contract/company/weeks';
import { checkHolidays, checkWeek } from '../../core/planning';
import { serve } from '../commands';
import { branches, company } from './schema';

export const setWeek = serve(contract.setWeek, (ctx, i) => {
	checkWeek(i.hours);
	checkHolidays(i.holidays);
	ctx.update(company, 'company', { hours: i.hours, holidays: i.holidays }, i.version);
	ctx.happened('company', 'company.set-week', { holidays: i.holidays.length }, 'company', 'plan');
});

export const setBranchWeek = serve(contract.setBranchWeek, (ctx, i) => {
	if (i.hours) checkWeek(i.hours);
	const b = ctx.get(branches, i.branchId, 'This branch');
	ctx.update(branches, b.id, { hours: i.hours });
	ctx.happened('company', 'branches.set-week', { name: b.name, own: i.hours !== null }, 'company', 'plan');
});
