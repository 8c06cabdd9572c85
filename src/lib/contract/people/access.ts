import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Name, Id, strict, Version, Text, Nothing } from '../inputs';
import { ROLES, SCOPES } from '../../core/access';
import { LANGUAGES } from '../../core/words';

const Language = Type.Union(LANGUAGES.map((l) => Type.Literal(l)));
export const Hash = Type.String({ pattern: '^\\$argon2id\\$', maxLength: 300 });

/** Adds a person and sends the invitation: the password is theirs to choose, and nobody else ever knows it. */
export const invitePerson = command('people.invite', {
	right: 'people.change',
	input: Type.Object(
		{
			name: Name,
			mail: Type.String({ format: 'email', maxLength: 200 }),
			role: Type.Union(ROLES.map((r) => Type.Literal(r))),
			roleId: Type.Union([Id, Type.Null()]),
			crewId: Type.Union([Id, Type.Null()]),
			language: Language,
			sheetId: Type.Union([Id, Type.Null()])
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});

/** Sends the invitation once more, or a reset to somebody who has a password: the way that was sent before ends. */
export const inviteAgain = command('people.invite-again', {
	right: 'people.change',
	input: Type.Object({ personId: Id }, strict),
	output: Nothing
});

/** Role, crew and access of a person. Without access every session and stream of theirs ends at once, and no way to a password stays open. */
export const changePerson = command('people.change', {
	right: 'people.change',
	input: Type.Object(
		{
			personId: Id,
			role: Type.Union(ROLES.map((r) => Type.Literal(r))),
			roleId: Type.Union([Id, Type.Null()]),
			crewId: Type.Union([Id, Type.Null()]),
			active: Type.Boolean(),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** Which jobs somebody sees, and the branch they belong to. */
export const setReach = command('people.set-reach', {
	right: 'people.change',
	input: Type.Object(
		{
			personId: Id,
			scope: Type.Union(SCOPES.map((s) => Type.Literal(s))),
			branchId: Type.Union([Id, Type.Null()]),
			version: Version
		},
		strict
	),
	output: Nothing
});

/** Signs a person out everywhere, because a phone was lost; they sign in again. */
export const endEverywhere = command('people.end-sessions', {
	right: 'people.change',
	input: Type.Object({ personId: Id }, strict),
	output: Nothing
});

/** Somebody asks for a new password. Whether there is such an account is told to nobody: the answer is always the same. */
export const requestReset = command('people.request-reset', {
	right: 'public',
	inner: true,
	input: Type.Object({ mail: Text(200) }, strict),
	output: Nothing
});

/** A person chooses their password with the way that was sent to them. It is used up, and every session ends. */
export const choosePassword = command('people.choose-password', {
	right: 'password link',
	inner: true,
	input: Type.Object({ passwordHash: Hash }, strict),
	output: Type.Object({ personId: Type.String() }, strict)
});

/** The language somebody's own pages are in. */
export const setLanguage = command('people.set-language', {
	right: 'own.account',
	input: Type.Object({ language: Language }, strict),
	output: Nothing
});

/** How somebody stands on the quotes they issue: title, picture, and a signature as it was drawn (an image as a data address). */
export const introduceMyself = command('people.introduce-myself', {
	right: 'own.account',
	inner: true,
	input: Type.Object(
		{ title: Text(120), pictureId: Type.Union([Id, Type.Literal('')]), signature: Text(300_000), version: Version },
		strict
	),
	output: Nothing
});

/** Somebody changes their own password; the one they are signed in with stays, all other sessions end. */
export const changeOwnPassword = command('people.change-own-password', {
	right: 'own.account',
	inner: true,
	input: Type.Object({ passwordHash: Hash, sessionId: Id }, strict),
	output: Nothing
});

/** A person with a password of theirs, as the demo company and a restored file bring them: never from outside. */
export const addPerson = command('people.add', {
	right: 'system',
	inner: true,
	input: Type.Object(
		{
			id: Type.Optional(Id),
			name: Name,
			mail: Type.String({ format: 'email' }),
			role: Type.Union(ROLES.map((r) => Type.Literal(r))),
			crewId: Type.Union([Id, Type.Null()]),
			skills: Text(200),
			color: Text(20),
			language: Text(5),
			sheetId: Type.Union([Id, Type.Null()]),
			passwordHash: Hash
		},
		strict
	),
	output: Type.Object({ id: Type.String() }, strict)
});
