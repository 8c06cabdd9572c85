import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Nothing, Text, Version, strict } from '../inputs';

/** Keeps an estimate as a template of its kind of work: scopes, wording and lines, without the measures of this one house. */
export const saveTemplate = command('estimates.save-template', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, name: Name, kindOfWork: Text(80), replace: Type.Optional(Type.Boolean()) }, strict),
	output: Type.Object({ templateId: Type.String() }, strict)
});

/** Puts the scopes of a template on an estimate; prices are brought to today's by the estimator, with a preview. */
export const useTemplate = command('estimates.use-template', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, templateId: Id }, strict),
	output: Nothing
});

/** Takes a template off the list, or puts it back; estimates made from it stay. */
export const setTemplateAside = command('estimates.set-template-aside', {
	right: 'estimates.change',
	input: Type.Object({ templateId: Id, back: Type.Optional(Type.Boolean()), version: Version }, strict),
	output: Nothing
});

/** Calls a template otherwise, or gives it to another kind of work. What stands in it is replaced by saving an estimate under its name. */
export const renameTemplate = command('estimates.rename-template', {
	right: 'estimates.change',
	input: Type.Object({ templateId: Id, name: Name, kindOfWork: Text(80), version: Version }, strict),
	output: Nothing
});

/** Puts the scopes of an earlier estimate on this one, measures and all. */
export const copyEstimate = command('estimates.copy-from', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, fromId: Id }, strict),
	output: Nothing
});

/** Goes back to an issued revision as a new draft: the estimate becomes what that revision was. Undo takes it back. */
export const draftFromRevision = command('estimates.from-revision', {
	right: 'estimates.change',
	input: Type.Object({ estimateId: Id, revisionId: Id }, strict),
	output: Nothing
});

/** Puts a line of an earlier estimate of the same customer on a scope, at the price it had then. */
export const addEarlier = command('estimates.add-earlier', {
	right: 'estimates.change',
	input: Type.Object({ scopeId: Id, lineId: Id }, strict),
	output: Type.Object({ lineId: Type.String() }, strict)
});
