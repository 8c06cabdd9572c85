import { error } from '@sveltejs/kit';
import { ASSEMBLY_SCHEMA } from '$lib/server/catalog';
import { EDITION_SCHEMA } from '$lib/server/flat-rate';
import type { RequestHandler } from './$types';

const SCHEMAS: Record<string, object> = { edition: EDITION_SCHEMA, assemblies: ASSEMBLY_SCHEMA };

/** The published JSON Schemas of our file formats. */
export const GET: RequestHandler = ({ params }) => {
	const schema = SCHEMAS[params.name];
	if (!schema) error(404, 'There is no such format.');
	return Response.json(schema, { headers: { 'content-type': 'application/schema+json' } });
};
