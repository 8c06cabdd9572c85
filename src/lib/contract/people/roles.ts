import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Nothing, strict, Text, Version } from '../inputs';

const Rights = Type.Array(Text(60), { maxItems: 200 });

/** A role of the company's own, made of single rights. */
export const addRole = command('people.add-role', {
	right: 'people.change',
	input: Type.Object({ name: Name, rights: Rights }, strict),
	output: Type.Object({ id: Type.String() }, strict)
});

/** Its name and rights; who has it has the new ones at once. */
export const changeRole = command('people.change-role', {
	right: 'people.change',
	input: Type.Object({ roleId: Id, name: Name, rights: Rights, version: Version }, strict),
	output: Nothing
});

/** Set aside, it can be given to nobody; taken back, it can. */
export const setAsideRole = command('people.set-aside-role', {
	right: 'people.change',
	input: Type.Object({ roleId: Id, archived: Type.Boolean(), version: Version }, strict),
	output: Nothing
});
