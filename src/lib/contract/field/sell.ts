import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Name, Nothing, strict, Text } from '../inputs';

/** Ten-thousandths, more than 0. */
const Amount = Type.Integer({ minimum: 1, maximum: 1e10 });

/** What is offered on site on an open job: a change order of its own, frozen with its price; nothing is binding yet. */
export const offerOnSite = command('field.offer', {
	right: 'field.record',
	input: Type.Object(
		{
			jobId: Id,
			title: Name,
			services: Type.Array(
				Type.Object(
					{
						serviceId: Id,
						quantity: Amount,
						/** Hours for this job where they differ from the service's, ten-thousandths. */
						hours: Type.Union([Type.Integer({ minimum: 0, maximum: 1e8 }), Type.Null()])
					},
					strict
				),
				{ maxItems: 40 }
			),
			items: Type.Array(Type.Object({ itemId: Id, quantity: Amount }, strict), { maxItems: 80 })
		},
		strict
	),
	output: Type.Object({ revisionId: Type.String(), total: Type.Integer() }, strict)
});

/** The customer signs on the phone: accepted, in the contract, and invoiced at once. */
export const signSale = command('field.sign-sale', {
	right: 'field.record',
	inner: true,
	input: Type.Object({ revisionId: Id, name: Name, agreed: Type.Boolean(), signature: Text(400_000) }, strict),
	output: Type.Object({ total: Type.Integer() }, strict)
});

/** Not now: the offer is taken back, and nothing of it stands anywhere. */
export const dropOffer = command('field.drop-offer', {
	right: 'field.record',
	input: Type.Object({ revisionId: Id }, strict),
	output: Nothing
});
