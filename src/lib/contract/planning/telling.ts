import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Nothing, strict, Version } from '../inputs';

/** People are told what changed on their plan since they were told last, each in the way they are told; without changes nothing is sent. */
export const tellPlan = command('plan.tell', {
	right: 'plan.change',
	input: Type.Object({ personIds: Type.Array(Id, { minItems: 1, maxItems: 400, uniqueItems: true }) }, strict),
	output: Type.Object({ told: Type.Integer() }, strict)
});

/** They have seen it. */
export const seeNotice = command('plan.see-notice', {
	right: 'own.account',
	input: Type.Object({ noticeId: Id }, strict),
	output: Nothing
});

/** Who is told by phone was reached. */
export const noticeCalled = command('plan.called', {
	right: 'plan.change',
	input: Type.Object({ noticeId: Id, version: Version }, strict),
	output: Nothing
});
