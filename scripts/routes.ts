/** The routes that files under src/routes make, as the framework names them: “/(desk)/jobs/[id]”. */
export function routesOf(files: readonly string[]): string[] {
	const made = files
		.map((f) => f.replaceAll('\\', '/'))
		.filter((f) => /(^|\/)\+(server|page|page\.server)\.(ts|svelte)$/.test(f))
		.map((f) => `/${f.split('/').slice(0, -1).join('/')}`);
	return [...new Set(made)].sort();
}

/** Routes without a right. */
export const missingRights = (files: readonly string[], needs: (id: string) => unknown): string[] =>
	routesOf(files).filter((id) => needs(id) === null);
