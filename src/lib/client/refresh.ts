import { invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';
import { openPage, show, whichPage, type Again } from './shown.svelte';

/** How many loadings of a whole page are under way. */
let under = 0;
let patient = false;

/** When the connection may be back: the browser says so, or two seconds went by. */
const soon = () =>
	new Promise<void>((go) => {
		const timer = setTimeout(go, 2000);
		window.addEventListener('online', () => (clearTimeout(timer), go()), { once: true });
	});

/**
 * A page's data that cannot be had would put an error page in the place of what somebody is working on. While a whole page is loaded again such a
 * request is asked again until it is answered; the page stays as it is so long. What somebody asks for by hand, going to another page, still fails
 * at once and says so.
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

/** Loads the whole page anew. Without a connection it waits for it, with the page as it is. */
async function loadWhole(): Promise<void> {
	bePatient();
	under++;
	try {
		await invalidateAll();
	} finally {
		under--;
	}
}

/** Asks for what became different, until the page shows it or is another one. */
async function askAgain(): Promise<void> {
	// A refresh would call off where somebody is going right now: a click that follows a save at once must not be lost.
	while (navigating.complete) await navigating.complete.catch(() => undefined);
	const of = openPage();
	for (let which = whichPage(); ; which = whichPage()) {
		if (!which) return loadWhole();
		const response = await fetch('/api/page', {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(which)
		}).catch(() => null);
		if (openPage() !== of) return;
		if (response?.ok) {
			const { result } = (await response.json()) as { result: Again };
			if (await show(result, of)) return;
		} else if (response && response.status < 502 && response.status !== 429) {
			// The page is another one now, or not for this person any more: it says so itself.
			return loadWhole();
		} else await soon();
	}
}

let now: Promise<void> | null = null;
let next: Promise<void> | null = null;

/** Brings the page to what is so now. Who asks while it is being asked waits for one more answer: theirs may be newer than what is on its way. */
export function refresh(): Promise<void> {
	if (!now) return (now = askAgain().finally(() => (now = null)));
	next ??= now.then(
		() => ((next = null), refresh()),
		() => ((next = null), refresh())
	);
	return next;
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
