import { languageOf, mailWords } from '../../core/words';
import { say } from '../../contract/refusals/people';
import * as contract from '../../contract/people/access';
import { and, eq, ne } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import { serve, type Context } from '../commands';
import { branches, company } from '../company/schema';
import { links } from '../links/schema';
import { people, roles, sessions } from './schema';
import { newId } from '../ids';
import { makeLink } from '../links';
import { roleToGive } from './roles';
import { NO_PASSWORD } from './passwords';

type Person = typeof people.$inferSelect;

/** How long a way to choose a password is open: an invitation a week, a reset an hour. */
export const INVITED_FOR = 7 * 86_400_000;
export const RESET_FOR = 3_600_000;

/** Ways to choose a password that were sent to a person and not used: they end when one is used, and when another is sent. */
function endWays(ctx: Context, personId: string): void {
	ctx.db
		.update(links)
		.set({ revoked: true })
		.where(and(eq(links.kind, 'password'), eq(links.subjectId, personId)))
		.run();
}

/** Ends every session of a person but one; their streams end when the command is through. */
function endSessions(ctx: Context, personId: string, but = ''): void {
	ctx.db
		.delete(sessions)
		.where(and(eq(sessions.personId, personId), ne(sessions.id, but)))
		.run();
	ctx.ended.push({ personId, but });
}

function sendWay(ctx: Context, person: Person, kind: 'invitation' | 'reset'): void {
	endWays(ctx, person.id);
	const own = ctx.get(company, 'company', 'The company');
	const linkId = makeLink(ctx, 'password', person.id, kind === 'invitation' ? INVITED_FOR : RESET_FOR);
	ctx.mail({
		to: person.mail,
		...mailWords(languageOf(person.language))[kind]({ name: person.name, company: own.name }),
		linkId,
		about: `person:${person.id}`
	});
}

export const invitePerson = serve(contract.invitePerson, (ctx, i) => {
	const mail = i.mail.toLowerCase();
	if (ctx.db.select({ id: people.id }).from(people).where(eq(people.mail, mail)).get())
		throw new Refusal(say('somebody-has-mail-address-already'), 'mail');
	const own = roleToGive(ctx, i.roleId);
	const person = ctx.insert(people, {
		id: newId(),
		...i,
		name: i.name.trim(),
		mail,
		skills: '',
		color: 'slate',
		passwordHash: NO_PASSWORD
	});
	sendWay(ctx, person, 'invitation');
	ctx.happened(`person:${person.id}`, 'people.invite', { person: person.name, role: own?.name ?? i.role }, 'people');
	return { id: person.id };
});

export const inviteAgain = serve(contract.inviteAgain, (ctx, i) => {
	const person = ctx.get(people, i.personId, 'This person');
	if (!person.active) throw new Refusal(say('person-has-no-access'));
	sendWay(ctx, person, person.passwordHash === NO_PASSWORD ? 'invitation' : 'reset');
	ctx.happened(`person:${person.id}`, 'people.invite-again', { person: person.name }, 'people');
});

export const changePerson = serve(contract.changePerson, (ctx, i) => {
	const p = ctx.get(people, i.personId, 'This person');
	const owners = ctx.db
		.select()
		.from(people)
		.where(eq(people.role, 'owner'))
		.all()
		.filter((o) => o.active && o.roleId === null);
	if (owners.length === 1 && owners[0]?.id === p.id && (i.role !== 'owner' || i.roleId !== null || !i.active))
		throw new Refusal(say('last-owner-cannot-be-taken-away'), 'role');
	const own = i.roleId === p.roleId ? (p.roleId === null ? null : ctx.get(roles, p.roleId, 'This role')) : roleToGive(ctx, i.roleId);
	ctx.update(
		people,
		p.id,
		{
			role: i.role,
			roleId: i.roleId,
			crewId: i.crewId,
			active: i.active,
			...(i.role === 'owner' && i.roleId === null ? { scope: 'all' } : {})
		},
		i.version
	);
	if (!i.active) {
		endSessions(ctx, p.id);
		endWays(ctx, p.id);
	} else if (i.role !== p.role || i.roleId !== p.roleId) {
		// An open stream was given its rights when it began: it ends, and the browser opens one with the new ones.
		ctx.ended.push({ personId: p.id, but: '' });
	}
	ctx.happened(`person:${p.id}`, 'people.change', { name: p.name, active: i.active, role: own?.name ?? i.role }, 'people');
});

export const setReach = serve(contract.setReach, (ctx, i) => {
	const p = ctx.get(people, i.personId, 'This person');
	const branch = i.branchId === null ? null : ctx.get(branches, i.branchId, 'This branch');
	if (i.scope === 'branch' && !branch) throw new Refusal(say('say-which-branch-they-belong-to'), 'branchId');
	// Somebody must be able to open the books and to give access back.
	if (i.scope !== 'all' && p.role === 'owner' && p.roleId === null) throw new Refusal(say('owner-sees-all-jobs'), 'scope');
	ctx.update(people, p.id, { scope: i.scope, branchId: i.branchId }, i.version);
	ctx.ended.push({ personId: p.id, but: '' });
	ctx.happened(`person:${p.id}`, 'people.set-reach', { name: p.name, scope: i.scope, branch: branch?.name ?? '' }, 'people');
});

export const endEverywhere = serve(contract.endEverywhere, (ctx, i) => {
	const p = ctx.get(people, i.personId, 'This person');
	endSessions(ctx, p.id);
	ctx.happened(`person:${p.id}`, 'people.end-sessions', { name: p.name }, 'people');
});

export const requestReset = serve(contract.requestReset, (ctx, i) => {
	const person = ctx.db.select().from(people).where(eq(people.mail, i.mail.trim().toLowerCase())).get();
	if (!person?.active) return;
	sendWay(ctx, person, 'reset');
	ctx.happened(`person:${person.id}`, 'people.request-reset', {});
});

export const choosePassword = serve(contract.choosePassword, (ctx, i, actor) => {
	if (actor.type !== 'link') throw new Refusal(say('needs-link-from-mail'));
	const person = ctx.get(people, actor.subjectId, 'This person');
	if (!person.active) throw new Refusal(say('account-has-no-access-any-more'));
	ctx.update(people, person.id, { passwordHash: i.passwordHash });
	endWays(ctx, person.id);
	endSessions(ctx, person.id);
	ctx.happened(`person:${person.id}`, 'people.choose-password', { person: person.name });
	return { personId: person.id };
});

export const setLanguage = serve(contract.setLanguage, (ctx, i, actor) => {
	if (actor.type !== 'person') throw new Refusal(say('sign-in-first'));
	ctx.update(people, actor.id, { language: i.language });
	ctx.happened(`person:${actor.id}`, 'people.set-language', { language: i.language });
});

export const introduceMyself = serve(contract.introduceMyself, (ctx, { version, ...i }, actor) => {
	if (actor.type !== 'person') throw new Refusal(say('sign-in-first'));
	ctx.update(people, actor.id, { ...i, title: i.title.trim() }, version);
	ctx.happened(`person:${actor.id}`, 'people.introduce-myself', {});
});

export const changeOwnPassword = serve(contract.changeOwnPassword, (ctx, i, actor) => {
	if (actor.type !== 'person') throw new Refusal(say('sign-in-first'));
	ctx.update(people, actor.id, { passwordHash: i.passwordHash });
	endWays(ctx, actor.id);
	endSessions(ctx, actor.id, i.sessionId);
	ctx.happened(`person:${actor.id}`, 'people.change-own-password', {});
});

export const addPerson = serve(contract.addPerson, (ctx, i) => {
	const person = ctx.insert(people, { ...i, id: i.id ?? newId(), mail: i.mail.toLowerCase() });
	ctx.happened(`person:${person.id}`, 'people.add', { name: i.name, role: i.role }, 'people');
	return { id: person.id };
});
