import { app } from '$lib/server/app';
import { exportAssemblies, allAssemblies } from '$lib/server/catalog';
import type { RequestHandler } from './$types';

/** One assembly, or all, as a file in the documented format. What they hold and use comes along. */
export const GET: RequestHandler = ({ url }) => {
	const id = url.searchParams.get('id');
	const ids = id ? [id] : allAssemblies(app()).map((a) => a.id);
	return new Response(JSON.stringify(exportAssemblies(app(), ids), null, '\t'), {
		headers: { 'content-type': 'application/json', 'content-disposition': 'attachment; filename="assemblies.json"' }
	});
};
