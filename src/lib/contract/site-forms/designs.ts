import { Type } from '@sinclair/typebox';
import { FIELD_KINDS, type FormField } from '../../core/site-forms';
import { command } from '../define';
import { Id, Nothing, strict, Text, Version } from '../inputs';

const field = {
	id: Text(40),
	label: Text(200),
	kind: Type.Union(FIELD_KINDS.map((k) => Type.Literal(k))),
	required: Type.Boolean(),
	requiredWhen: Type.Optional(Type.Object({ field: Text(40), is: Text(200) }, strict)),
	unit: Type.Optional(Text(40)),
	low: Type.Optional(Type.Integer({ minimum: -1e12, maximum: 1e12 })),
	high: Type.Optional(Type.Integer({ minimum: -1e12, maximum: 1e12 })),
	choices: Type.Optional(Type.Array(Text(200), { maxItems: 40 })),
	bad: Type.Optional(Type.Array(Text(200), { maxItems: 40 })),
	formula: Type.Optional(Text(300)),
	decimals: Type.Optional(Type.Integer({ minimum: 0, maximum: 4 }))
};
/** A field as it is designed; what it must hold together is the rule of forms, which says it in plain words. */
const FieldIn = Type.Unsafe<FormField>(
	Type.Object({ ...field, columns: Type.Optional(Type.Array(Type.Object(field, strict), { maxItems: 12 })) }, strict)
);

/** A form as it was designed becomes its next edition; what was filled in by an earlier one stays as it is. */
export const saveDesign = command('form-designs.save', {
	right: 'company.change',
	input: Type.Object(
		{
			/** Left out: a new form. */
			form: Type.Optional(Id),
			/** The edition that was changed: another one meanwhile is not written over. */
			from: Type.Optional(Type.Integer()),
			name: Text(200),
			certificate: Text(200),
			customerSigns: Type.Union([Type.Literal('may'), Type.Literal('must'), Type.Literal('no')]),
			sections: Type.Array(Type.Object({ title: Text(200), fields: Type.Array(FieldIn, { maxItems: 150 }) }, strict), { maxItems: 40 })
		},
		strict
	),
	output: Type.Object({ form: Type.String(), edition: Type.Integer() }, strict)
});

/** Kinds of work that are not finished before this form was signed. */
export const requireDesign = command('form-designs.require', {
	right: 'company.change',
	input: Type.Object({ form: Id, kinds: Type.Array(Text(200), { maxItems: 60, uniqueItems: true }), version: Version }, strict),
	output: Nothing
});

/** No longer offered, or offered again; what was filled in stays. */
export const setAsideDesign = command('form-designs.set-aside', {
	right: 'company.change',
	input: Type.Object({ form: Id, aside: Type.Boolean(), version: Version }, strict),
	output: Nothing
});
