import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Name, Nothing, Text, Version, orNull, strict } from '../inputs';

/** Something that is still to be put right, from the office or the field, with a picture. */
export const addPunch = command('work.add-punch', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ jobId: Id, text: Name, place: Text(120), fileId: orNull(Id) }, strict),
	output: Nothing
});

/** Who puts it right, and by when. */
export const changePunch = command('work.change-punch', {
	right: 'jobs.change',
	input: Type.Object({ punchId: Id, text: Name, place: Text(120), personId: orNull(Id), due: orNull(DayText), version: Version }, strict),
	output: Nothing
});

export const tickPunch = command('work.tick-punch', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ punchId: Id, done: Type.Boolean() }, strict),
	output: Nothing
});

export const removePunch = command('work.remove-punch', {
	right: 'jobs.change',
	input: Type.Object({ punchId: Id }, strict),
	output: Nothing
});
