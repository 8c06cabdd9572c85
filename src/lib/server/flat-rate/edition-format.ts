import { say } from '../../contract/refusals/flat-rate';
import { Type } from '@sinclair/typebox';
import { EditionError, readEdition, type EditionFile } from '../../core/formats';
import type { PublishedService } from '../../core/pricing';
import { BadInput, validate } from '../commands';

const Key = Type.String({ minLength: 1, maxLength: 80, pattern: '^[A-Za-z0-9._-]+$' });
const Decimal = Type.String({
	maxLength: 20,
	pattern: '^\\d+(\\.\\d{1,4})?$',
	description: 'A decimal as text, up to four places, never negative'
});
const strict = { additionalProperties: false };

/** The published format of an edition. Its JSON Schema is served at /api/schemas/edition. */
export const EDITION_SCHEMA = Type.Object(
	{
		format: Type.Literal('flat-rate edition'),
		formatVersion: Type.Literal(1),
		publisher: Type.String({ minLength: 1, maxLength: 120 }),
		catalog: Type.Object({ key: Key, name: Type.String({ minLength: 1, maxLength: 120 }), trade: Type.String({ maxLength: 120 }) }, strict),
		edition: Type.Integer({ minimum: 1, maximum: 1_000_000 }),
		published: Type.String({ format: 'date' }),
		categories: Type.Array(
			Type.Object(
				{
					key: Key,
					name: Type.String({ minLength: 1, maxLength: 120 }),
					parent: Type.Optional(Key),
					picture: Type.Optional(Type.String({ maxLength: 400_000, description: 'A PNG or JPEG, base64' }))
				},
				strict
			),
			{ maxItems: 5000 }
		),
		services: Type.Array(
			Type.Object(
				{
					key: Key,
					category: Key,
					title: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' }),
					wording: Type.String({ maxLength: 4000 }),
					hours: Decimal,
					materials: Type.Array(
						Type.Object(
							{
								name: Type.String({ minLength: 1, maxLength: 200 }),
								quantity: Decimal,
								unit: Type.String({ minLength: 1, maxLength: 20 }),
								cost: Decimal
							},
							strict
						),
						{ maxItems: 200 }
					)
				},
				strict
			),
			{ minItems: 1, maxItems: 50_000 }
		)
	},
	{ ...strict, title: 'Flat-rate edition', $schema: 'http://json-schema.org/draft-07/schema#' }
);

/**
 * Reads the file of an edition.
 * @throws EditionError with the place in the file that is wrong
 */
export function parseEdition(text: string): { file: EditionFile; services: PublishedService[] } {
	let file: unknown;
	try {
		file = JSON.parse(text);
	} catch {
		throw new EditionError(say('not-edition'), 'file');
	}
	try {
		validate(EDITION_SCHEMA, file);
	} catch (e) {
		if (!(e instanceof BadInput)) throw e;
		throw new EditionError(say('not-edition-we-can-take', { field: e.field, message: e.message }), 'file');
	}
	return { file: file as EditionFile, services: readEdition(file as EditionFile) };
}
