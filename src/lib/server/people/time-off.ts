import { say } from '../../contract/refusals/people';
import { newId } from '../ids';
import { timeOff, people } from './schema';
import { Refusal } from '../../core/refusal';
import * as contract from '../../contract/company/commands';
import * as asked from '../../contract/people/planning';
import { Missing, serve, self } from '../commands';

export const addTimeOff = serve(contract.addTimeOff, (ctx, i) => {
	if (i.to < i.from) throw new Refusal(say('last-day-before-first'), 'to');
	const p = ctx.get(people, i.personId, 'This person');
	ctx.insert(timeOff, { id: newId(), ...i, answeredBy: ctx.who.name });
	ctx.happened(`person:${p.id}`, 'time-off.add', { name: p.name, from: i.from, to: i.to }, 'plan');
});

export const removeTimeOff = serve(contract.removeTimeOff, (ctx, i) => {
	const t = ctx.get(timeOff, i.timeOffId, 'This time off');
	ctx.remove(timeOff, t.id);
	ctx.happened(`person:${t.personId}`, 'time-off.remove', { from: t.from, to: t.to }, 'plan');
});

export const askTimeOff = serve(asked.askTimeOff, (ctx, i) => {
	if (i.to < i.from) throw new Refusal(say('last-day-before-first'), 'to');
	const p = ctx.get(people, self(ctx), 'This person');
	ctx.insert(timeOff, { id: newId(), personId: p.id, ...i, note: i.note.trim(), state: 'asked' });
	ctx.happened(`person:${p.id}`, 'time-off.ask', { name: p.name, from: i.from, to: i.to }, 'plan', 'today', 'field');
});

export const takeBackTimeOff = serve(asked.takeBackTimeOff, (ctx, i) => {
	const t = ctx.find(timeOff, i.timeOffId);
	// Whose it is not learns nothing of it.
	if (t?.personId !== self(ctx)) throw new Missing(say('time-off-not-any-more'));
	if (t.state !== 'asked') throw new Refusal(say('time-off-is-answered'));
	ctx.remove(timeOff, t.id);
	ctx.happened(`person:${t.personId}`, 'time-off.take-back', { from: t.from, to: t.to }, 'plan', 'today', 'field');
});

export const answerTimeOff = serve(asked.answerTimeOff, (ctx, i) => {
	const t = ctx.get(timeOff, i.timeOffId, 'This time off');
	if (t.state !== 'asked') throw new Refusal(say('time-off-is-answered'));
	if (!i.granted && i.answer.trim() === '') throw new Refusal(say('say-why-not'), 'answer');
	const p = ctx.get(people, t.personId, 'This person');
	const state = i.granted ? ('granted' as const) : ('refused' as const);
	ctx.update(timeOff, t.id, { state, answer: i.answer.trim(), answeredBy: ctx.who.name }, i.version);
	ctx.happened(`person:${p.id}`, 'time-off.answer', { name: p.name, granted: i.granted, from: t.from, to: t.to }, 'plan', 'today', 'field');
});
