import { invalidateAll } from '$app/navigation';

/**
 * Asks the server for the page’s data afresh, but only when it can be reached: a refresh that fails would put an error page in the
 * place of what somebody is working on. @returns whether it was reached
 */
export async function refreshWhenReachable(): Promise<boolean> {
	const there = await fetch('/healthz', { cache: 'no-store' }).then(
		(r) => r.ok,
		() => false
	);
	if (there) await invalidateAll();
	return there;
}
