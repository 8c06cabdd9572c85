import { say } from '../../contract/refusals/people';
import { newId } from '../ids';
import { timeOff, people } from './schema';
import { Refusal } from '../../core/refusal';
import * as contract from '../../contract/company/commands';
import { serve } from '../commands';

export const addTimeOff = serve(contract.addTimeOff, (ctx, i) => {
	if (i.to < i.from) throw new Refusal(say('last-day-before-first'), 'to');
	const p = ctx.get(people, i.personId, 'This person');
	ctx.insert(timeOff, { id: newId(), ...i });
	ctx.happened(`person:${p.id}`, 'time-off.add', { name: p.name, from: i.from, to: i.to }, 'plan');
});

export const removeTimeOff = serve(contract.removeTimeOff, (ctx, i) => {
	const t = ctx.get(timeOff, i.timeOffId, 'This time off');
	ctx.remove(timeOff, t.id);
	ctx.happened(`person:${t.personId}`, 'time-off.remove', { from: t.from, to: t.to }, 'plan');
});
