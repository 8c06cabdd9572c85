import { invalidateAll } from '$app/navigation';

/** Refreshes the page when something on it changed elsewhere. Waits a moment, so that a burst is one refresh. @returns stop */
export function followLive(topics: () => readonly string[]): () => void {
	const source = new EventSource('/api/live');
	let timer: ReturnType<typeof setTimeout> | undefined;
	source.addEventListener('change', (e) => {
		const changed = JSON.parse((e as MessageEvent<string>).data) as string[];
		const wanted = topics();
		if (!changed.some((c) => wanted.includes(c))) return;
		clearTimeout(timer);
		timer = setTimeout(() => void invalidateAll(), 150);
	});
	return () => {
		clearTimeout(timer);
		source.close();
	};
}
