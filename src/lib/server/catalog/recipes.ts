import { asc, eq, isNotNull } from 'drizzle-orm';
import { grouped } from '../../core/lists';
import { holds, rateUnder, type Answered, type Choice, type ChoiceRefusal, type PartRate } from '../../core/pricing';
import type { Orm } from '../db';
import { assemblies, parts } from './schema';

type Part = typeof parts.$inferSelect;
/** Answers to a nested assembly's questions stand under its id, so that two assemblies may ask alike. */
const own = (prefix: string, answered: Answered): Answered =>
	Object.fromEntries(
		Object.entries(answered).flatMap(([k, v]) =>
			prefix === '' ? (k.includes('/') ? [] : [[k, v]]) : k.startsWith(prefix) ? [[k.slice(prefix.length), v]] : []
		)
	);

export const partsOf = (db: Orm, assemblyId: string): Part[] =>
	db.select().from(parts).where(eq(parts.assemblyId, assemblyId)).orderBy(asc(parts.position)).all();

/** All that is asked when an assembly is put on a scope: its own questions, then those of what is nested in it. */
export const questionsOf = (db: Orm, assemblyId: string): Questions =>
	questionsFrom(
		(id) => db.select().from(assemblies).where(eq(assemblies.id, id)).get(),
		(id) => partsOf(db, id).flatMap((p) => p.childId ?? []),
		assemblyId
	);

/** What is asked for any assembly, read for all of them at once. */
export function allQuestions(db: Orm): (assemblyId: string) => Questions {
	const asked = new Map(
		db
			.select({ id: assemblies.id, choices: assemblies.choices, refusals: assemblies.refusals })
			.from(assemblies)
			.all()
			.map((a) => [a.id, a])
	);
	const nested = grouped(
		db
			.select({ assemblyId: parts.assemblyId, childId: parts.childId })
			.from(parts)
			.where(isNotNull(parts.childId))
			.orderBy(asc(parts.position))
			.all(),
		(p) => p.assemblyId
	);
	return (id) =>
		questionsFrom(
			(x) => asked.get(x),
			(x) => (nested.get(x) ?? []).flatMap((p) => p.childId ?? []),
			id
		);
}

interface Questions {
	choices: Choice[];
	refusals: ChoiceRefusal[];
}

function questionsFrom(
	of: (assemblyId: string) => Questions | undefined,
	nestedIn: (assemblyId: string) => readonly string[],
	assemblyId: string,
	prefix = ''
): Questions {
	const a = of(assemblyId);
	if (!a || prefix.split('/').length > 11) return { choices: [], refusals: [] };
	const choices = a.choices.map((c) => ({ ...c, id: prefix + c.id }));
	const refusals = a.refusals.map((r) => ({ ...r, when: Object.fromEntries(Object.entries(r.when).map(([k, v]) => [prefix + k, v])) }));
	for (const childId of nestedIn(assemblyId)) {
		const inner = questionsFrom(of, nestedIn, childId, `${prefix}${childId}/`);
		for (const c of inner.choices) if (!choices.some((x) => x.id === c.id)) choices.push(c);
		refusals.push(...inner.refusals);
	}
	return { choices, refusals };
}

/** The parts that hold under the answers, nested assemblies in their place, each with the rate the answers give it. */
export const partsUnder = (db: Orm, assemblyId: string, answered: Answered): HeldPart[] =>
	partsFrom((id) => partsOf(db, id), assemblyId, answered);

export interface HeldPart {
	part: Part;
	rate: PartRate;
}
/** The same from parts that are at hand already, for many assemblies at once. */
export function partsFrom(of: (assemblyId: string) => readonly Part[], assemblyId: string, answered: Answered, prefix = ''): HeldPart[] {
	if (prefix.split('/').length > 11) return [];
	const mine = own(prefix, answered);
	return of(assemblyId)
		.filter((p) => holds(p.when, mine))
		.flatMap((part) =>
			part.childId
				? partsFrom(of, part.childId, answered, `${prefix}${part.childId}/`)
				: [{ part, rate: rateUnder(part.rate, part.factors, mine) }]
		);
}
