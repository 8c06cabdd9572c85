import { Type } from '@sinclair/typebox';
import { app } from '$lib/server/app';
import { validate } from '$lib/server/commands';
import { answer, readJson } from '$lib/server/http';
import { MOST_PLACES } from '$lib/server/ports';
import type { RequestHandler } from './$types';

const SIZE = 60_000;
const Place = Type.Object(
	{ lat: Type.Number({ minimum: -90, maximum: 90 }), lng: Type.Number({ minimum: -180, maximum: 180 }) },
	{ additionalProperties: false }
);
const Places = Type.Object({ places: Type.Array(Place, { maxItems: MOST_PLACES }) }, { additionalProperties: false });

/** Minutes of driving between places, of the routing service where there is one; null where distances are reckoned as the crow flies. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => {
		const input: unknown = await readJson(request, SIZE);
		validate(Places, input);
		return app().routing.table(input.places);
	});
