/** Which jobs somebody sees: all, those of their branch, or only their own. */
export const SCOPES = ['all', 'branch', 'own'] as const;
export type Scope = (typeof SCOPES)[number];

/** What a scope is called where the owner chooses it. Literal, so that a new one is named before it can be given. */
export const SCOPE_WORDS: Readonly<Record<Scope, string>> = {
	all: 'all jobs',
	branch: 'jobs of their branch',
	own: 'their own jobs'
};
