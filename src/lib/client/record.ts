/**
 * Which record a page is about: its route and what stands in its address. A page of another record is made anew, so that no form holds what was
 * typed or loaded for the one before.
 */
export const recordOf = (page: { route: { id: string | null }; params: Record<string, string | undefined> }): string =>
	JSON.stringify([page.route.id, ...Object.entries(page.params).sort()]);
