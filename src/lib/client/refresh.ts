import { invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/** How many refreshes are under way. */
let under = 0;
let patient = false;

/** When the connection may be back: the browser says so, or two seconds went by. */
const soon = () =>
	new Promise<void>((go) => {
		const timer = setTimeout(go, 2000);
		window.addEventListener('online', () => (clearTimeout(timer), go()), { once: true });
	});

/**
 * A page's data that cannot be had would put an error page in the place of what somebody is working on. While a refresh is under
 * way such a request is asked again until it is answered; the page stays as it is so long. What somebody asks for by hand, going
 * to another page, still fails at once and says so.
 */
function bePatient(): void {
	if (patient) return;
	patient = true;
	const plain = window.fetch;
	window.fetch = async (what, how) => {
		const asked = what instanceof Request ? what.url : String(what);
		for (;;) {
			const again = under > 0 && asked.includes('/__data.json');
			try {
				const r = await plain(what, how);
				if (!again || r.status < 502) return r;
			} catch (e) {
				if (!again) throw e;
			}
			await soon();
		}
	};
}

/** Asks the server for the page’s data afresh. Without a connection it waits for it, with the page as it is. */
export async function refresh(): Promise<void> {
	bePatient();
	under++;
	try {
		// A refresh would call off where somebody is going right now: a click that follows a save at once must not be lost.
		while (navigating.complete) await navigating.complete.catch(() => undefined);
		await invalidateAll();
	} finally {
		under--;
	}
}

/** Refreshes if the server can be reached now. @returns whether it was reached */
export async function refreshWhenReachable(): Promise<boolean> {
	const there = await fetch('/healthz', { cache: 'no-store' }).then(
		(r) => r.ok,
		() => false
	);
	if (there) await refresh();
	return there;
}
