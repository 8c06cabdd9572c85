import { navigating } from '$app/state';
import { refreshWhenReachable } from './refresh';

/**
 * Refreshes the page when something on it changed elsewhere. Waits a moment, so that a burst is one refresh. A page that is
 * left closes its stream at once: a browser keeps only a few connections to one host, and old pages would use them up.
 * @returns stop
 */
export function followLive(topics: () => readonly string[]): () => void {
	let source: EventSource | null = null;
	let timer: ReturnType<typeof setTimeout> | undefined;
	const refresh = () => {
		clearTimeout(timer);
		timer = setTimeout(() => {
			// A refresh would call off where somebody is going right now: it waits until they are there.
			if (navigating.to) refresh();
			else
				void refreshWhenReachable().then((there) => {
					if (!there && source) timer = setTimeout(refresh, 3000);
				});
		}, 150);
	};
	const open = () => {
		source = new EventSource('/api/live');
		source.addEventListener('change', (e) => {
			const changed = JSON.parse((e as MessageEvent<string>).data) as string[];
			const wanted = topics();
			if (changed.some((c) => wanted.includes(c))) refresh();
		});
	};
	const close = () => {
		clearTimeout(timer);
		source?.close();
		source = null;
	};
	const shown = (e: PageTransitionEvent) => {
		if (!e.persisted) return;
		open();
		refresh();
	};
	open();
	window.addEventListener('pagehide', close);
	window.addEventListener('pageshow', shown);
	return () => {
		window.removeEventListener('pagehide', close);
		window.removeEventListener('pageshow', shown);
		close();
	};
}
