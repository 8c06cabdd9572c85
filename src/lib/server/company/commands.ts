import { Type } from '@sinclair/typebox';
import { measureLabel, MEASURES, type OwnMeasure } from '../../core/measure';
import { Refusal } from '../../core/refusal';
import { defineCommand } from '../commands';
import { DayText, Id, MeasureInput, Name, strict, Text, Version } from '../commands/inputs';
import {
	branches,
	categories,
	company,
	crews,
	people,
	stages,
	suppliers,
	taxCodes,
	taxComponents,
	timeOff,
	type CompanySettings
} from '../db/schema';
import { newId } from '../ids';

const Anything = Type.Unsafe<never>(Type.Any());

/** The first command of a company: who it is, its week, its stages, taxes and defaults. */
export const setUpCompany = defineCommand({
	name: 'company.set-up',
	access: 'system',
	input: Type.Object({
		name: Name,
		zone: Name,
		mail: Text(200),
		phone: Text(60),
		address: Text(300),
		hours: Anything,
		holidays: Anything,
		settings: Anything,
		stages: Type.Array(
			Type.Object({ id: Id, track: Type.Union([Type.Literal('winning'), Type.Literal('doing')]), name: Name, meaning: Anything })
		),
		branches: Type.Array(Type.Object({ id: Id, name: Name, address: Text(300), lat: Type.Number(), lng: Type.Number() })),
		crews: Type.Array(Type.Object({ id: Id, name: Name })),
		taxComponents: Anything,
		taxCodes: Anything,
		categories: Anything,
		suppliers: Type.Array(Type.Object({ id: Id, name: Name }))
	}),
	run(ctx, i) {
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
			settings: i.settings
		});
		i.stages.forEach((s, position) => ctx.insert(stages, { ...s, position }));
		for (const b of i.branches) ctx.insert(branches, b);
		i.crews.forEach((c, position) => ctx.insert(crews, { ...c, position }));
		for (const t of i.taxComponents as never[]) ctx.insert(taxComponents, t);
		for (const t of i.taxCodes as never[]) ctx.insert(taxCodes, t);
		for (const c of i.categories as never[]) ctx.insert(categories, c);
		for (const s of i.suppliers) ctx.insert(suppliers, s);
		ctx.happened('company', `${i.name} was set up`);
	}
});

export const changeCompany = defineCommand({
	name: 'company.change',
	access: 'company.change',
	input: Type.Object(
		{
			name: Name,
			mail: Text(200),
			phone: Text(60),
			address: Text(300),
			terms: Text(4000),
			depositPercent: Type.Integer({ minimum: 0, maximum: 10_000 }),
			paymentDays: Type.Integer({ minimum: 0, maximum: 365 }),
			quoteDays: Type.Integer({ minimum: 1, maximum: 365 }),
			version: Version
		},
		strict
	),
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		const settings: CompanySettings = {
			...now.settings,
			terms: i.terms,
			deposit: { by: 'percent', percent: i.depositPercent },
			paymentDays: i.paymentDays,
			quoteDays: i.quoteDays
		};
		ctx.update(company, 'company', { name: i.name, mail: i.mail, phone: i.phone, address: i.address, settings }, i.version);
		ctx.happened('company', 'Company settings changed');
	}
});

/** Names the measures that the company uses beside those that shapes give: “flashing at walls”, a length. */
export const nameMeasures = defineCommand({
	name: 'company.name-measures',
	access: 'catalog.change',
	input: Type.Object({ measures: Type.Array(MeasureInput, { maxItems: 60 }) }, strict),
	run(ctx, i) {
		const now = ctx.get(company, 'company', 'The company');
		const own = i.measures.filter((m): m is OwnMeasure => !Object.hasOwn(MEASURES, m));
		if (own.length < i.measures.length) throw new Refusal('Shapes give a measure of this name already.', 'measure');
		const names = own.map((m) => measureLabel(m).toLowerCase());
		if (new Set(names).size < names.length) throw new Refusal('There is a measure of this name already.', 'measure');
		if (own.join() === (now.settings.measures ?? []).join()) return;
		ctx.update(company, 'company', { settings: { ...now.settings, measures: own } });
		ctx.happened('company', `Own measures: ${own.map(measureLabel).join(', ') || 'none'}`, 'catalog');
	}
});

export const addTimeOff = defineCommand({
	name: 'time-off.add',
	access: 'plan.change',
	input: Type.Object({ personId: Id, from: DayText, to: DayText, note: Text(200) }, strict),
	run(ctx, i) {
		if (i.to < i.from) throw new Refusal('The last day is before the first.', 'to');
		const p = ctx.get(people, i.personId, 'This person');
		ctx.insert(timeOff, { id: newId(), ...i });
		ctx.happened(`person:${p.id}`, `${p.name} is off from ${i.from} to ${i.to}`, 'plan');
	}
});

export const removeTimeOff = defineCommand({
	name: 'time-off.remove',
	access: 'plan.change',
	input: Type.Object({ timeOffId: Id }, strict),
	run(ctx, i) {
		const t = ctx.get(timeOff, i.timeOffId, 'This time off');
		ctx.remove(timeOff, t.id);
		ctx.happened(`person:${t.personId}`, `Time off from ${t.from} to ${t.to} was taken back`, 'plan');
	}
});
