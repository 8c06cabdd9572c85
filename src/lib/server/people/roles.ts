import { say } from '../../contract/refusals/people';
import * as contract from '../../contract/people/roles';
import { and, asc, eq, sql } from 'drizzle-orm';
import { checkRights, knownRights, type Holder, type Right } from '../../core/access';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { serve, type Context } from '../commands';
import type { Orm } from '../db';
import { people, roles } from './schema';
import { newId } from '../ids';

type OwnRole = typeof roles.$inferSelect;

/** The rights that a role of the company's own lists; null without one: those of the role that comes with the program hold. */
export const rightsIn = (role: Pick<OwnRole, 'rights'> | null): Right[] | null => (role ? knownRights(role.rights) : null);

/** Everybody who has access, with their rights. */
export const activeHolders = (db: Orm): (Holder & { id: string; name: string; mail: string })[] =>
	db
		.select({ id: people.id, name: people.name, mail: people.mail, role: people.role, own: roles })
		.from(people)
		.leftJoin(roles, eq(roles.id, people.roleId))
		.where(eq(people.active, true))
		.orderBy(asc(people.name))
		.all()
		.map(({ own, ...p }) => ({ ...p, rights: rightsIn(own) }));

/** The company's own roles, each with how many people have it. */
export const ownRoles = (app: App) =>
	app.db.orm
		.select({
			id: roles.id,
			name: roles.name,
			rights: roles.rights,
			archived: roles.archived,
			version: roles.version,
			people: sql<number>`(select count(*) from people p where p.role_id = roles.id and p.active)`
		})
		.from(roles)
		.orderBy(asc(roles.name))
		.all()
		.map((r) => ({ ...r, rights: knownRights(r.rights) }));

/** A role that may be given to somebody now. @throws Refusal when it is gone or set aside */
export function roleToGive(ctx: Context, roleId: string | null): OwnRole | null {
	if (roleId === null) return null;
	const role = ctx.get(roles, roleId, 'This role');
	if (role.archived) throw new Refusal(say('role-set-aside', { name: role.name }), 'role');
	return role;
}

function freeName(ctx: Context, name: string, but = ''): string {
	const other = ctx.db
		.select()
		.from(roles)
		.where(sql`lower(${roles.name}) = lower(${name.trim()})`)
		.get();
	if (other && other.id !== but) throw new Refusal(say('role-of-name-already'), 'name');
	return name.trim();
}

const holdersOf = (ctx: Context, roleId: string) =>
	ctx.db
		.select({ id: people.id })
		.from(people)
		.where(and(eq(people.roleId, roleId), eq(people.active, true)))
		.all();

export const addRole = serve(contract.addRole, (ctx, i) => {
	const role = ctx.insert(roles, { id: newId(), name: freeName(ctx, i.name), rights: checkRights(i.rights) });
	ctx.happened(`role:${role.id}`, 'people.add-role', { name: role.name, rights: role.rights.length }, 'people');
	return { id: role.id };
});

export const changeRole = serve(contract.changeRole, (ctx, i) => {
	const before = ctx.get(roles, i.roleId, 'This role');
	const rights = checkRights(i.rights);
	ctx.update(roles, before.id, { name: freeName(ctx, i.name, before.id), rights }, i.version);
	// Open streams were given their rights when they began.
	for (const p of holdersOf(ctx, before.id)) ctx.ended.push({ personId: p.id, but: '' });
	const given = rights.filter((r) => !before.rights.includes(r));
	const taken = before.rights.filter((r) => !rights.some((x) => x === r));
	ctx.happened(`role:${before.id}`, 'people.change-role', { name: i.name.trim(), given, taken }, 'people');
});

export const setAsideRole = serve(contract.setAsideRole, (ctx, i) => {
	const role = ctx.get(roles, i.roleId, 'This role');
	const holders = holdersOf(ctx, role.id).length;
	if (i.archived && holders > 0) throw new Refusal(say('people-have-role', { holders }), 'role');
	ctx.update(roles, role.id, { archived: i.archived }, i.version);
	ctx.happened(`role:${role.id}`, 'people.set-aside-role', { name: role.name, archived: i.archived }, 'people');
});
