import { dev } from '$app/environment';

/** Where the service worker keeps the field pages that were looked at. */
export const FIELD_PAGES = 'field-pages';

/** Field pages that were opened once are there without reception too. A device whose browser cannot do it works as long as the page stays open. */
export async function keepPages(): Promise<void> {
	await navigator.serviceWorker
		?.register('/service-worker.js', { scope: '/field', type: dev ? 'module' : 'classic' })
		.catch(() => undefined);
}

/** What one person looked at is not there for the next one on the same device. */
export async function forgetPages(): Promise<void> {
	if ('caches' in window) await caches.delete(FIELD_PAGES).catch(() => false);
}
