/** Addresses that pages had in earlier releases, and where they are now: links in mails, bookmarks and notes keep working. */
const MOVED: [was: RegExp, now: string][] = [
	[/^\/yard\/company$/, '/company/details'],
	[/^\/yard$/, '/company/details'],
	[/^\/yard(?=\/|$)/, '/company'],
	[/^(\/jobs\/[^/]+\/estimate)\/take-out$/, '$1/lists'],
	[/^\/api\/take-out\//, '/api/material-list/']
];

/** @returns where a page that had this address is today, or null for one that never moved */
export function movedTo(path: string): string | null {
	for (const [was, now] of MOVED) if (was.test(path)) return path.replace(was, now);
	return null;
}
