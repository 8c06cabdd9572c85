import { error } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { attachment, typeOfFile } from '$lib/server/files';
import { crewSees } from '$lib/server/work';
import type { RequestHandler } from './$types';

/** A kept file, to be saved: it is never opened inside our own pages. */
export const GET: RequestHandler = ({ params, locals }) => {
	const a = attachment(app(), params.id);
	if (!a) error(404, 'This file is not there any more.');
	const who = locals.signed?.actor;
	// A file of a job that its crew may see is theirs too; all others of it are the office’s.
	const crewToo = who && a.subject.startsWith('job:') && may(who, 'field.see') && crewSees(app().db.orm, a.fileId);
	if (
		!who ||
		!(
			crewToo ||
			may(
				who,
				a.subject.startsWith('customer:')
					? 'customers.see'
					: a.subject.startsWith('revision:') || a.subject.startsWith('job:')
						? 'jobs.see'
						: a.subject.startsWith('supplier-bill:')
							? 'costs.see'
							: 'catalog.see'
			)
		)
	)
		error(403, 'You may not see this file.');
	return new Response(new Uint8Array(a.bytes), {
		headers: {
			'content-type': typeOfFile(a.bytes) ?? 'application/octet-stream',
			'x-content-type-options': 'nosniff',
			'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(a.name)}`
		}
	});
};
