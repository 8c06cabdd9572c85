/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
import { version } from '$service-worker';
import { ExpirationPlugin } from 'workbox-expiration';
import { registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';

/**
 * The field without reception: pages that were opened once, their data, and the program's own files. Asked of the network first, so that with
 * reception nothing here is old; what is changed goes another way, through the queue.
 */
declare const self: ServiceWorkerGlobalScope;

const DAYS = 86_400;
const pages = new NetworkFirst({
	cacheName: 'field-pages',
	networkTimeoutSeconds: 4,
	plugins: [
		// An error or the page to sign in on would stand in the place of what was there.
		{ cacheWillUpdate: ({ response }) => Promise.resolve(response.ok && !response.redirected ? response : null) },
		new ExpirationPlugin({ maxEntries: 300, maxAgeSeconds: 30 * DAYS })
	]
});
const own = new CacheFirst({ cacheName: `program-${version}`, plugins: [new ExpirationPlugin({ maxEntries: 400 })] });

const isField = (path: string): boolean => path === '/field' || path.startsWith('/field/');
registerRoute(
	({ url, request }) => url.origin === self.location.origin && isField(url.pathname) && request.method === 'GET',
	({ request, url, event }) => {
		if (!url.pathname.endsWith('/__data.json')) return pages.handle({ request, event });
		// The whole of a page's data, whatever part is asked for: a part alone could not stand in for the page later.
		const whole = new URL(url);
		whole.searchParams.delete('x-sveltekit-invalidated');
		return pages.handle({ request: new Request(whole, { credentials: 'same-origin' }), event });
	}
);
registerRoute(({ url }) => url.origin === self.location.origin && url.pathname.startsWith('/_app/immutable/'), own);

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => {
	event.waitUntil(
		caches
			.keys()
			.then((names) =>
				Promise.all(names.filter((n) => n.startsWith('program-') && n !== `program-${version}`).map((n) => caches.delete(n)))
			)
			.then(() => self.clients.claim())
	);
});
