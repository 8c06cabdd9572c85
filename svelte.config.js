import adapter from '@sveltejs/adapter-node';

/** @type {import('@sveltejs/kit').Config} */
export default {
	compilerOptions: { runes: true },
	kit: {
		adapter: adapter(),
		// For the field alone, by its own pages: see client/pages.ts.
		serviceWorker: { register: false },
		csp: {
			mode: 'nonce',
			directives: {
				'default-src': ['self'],
				'script-src': ['self'],
				'worker-src': ['self'],
				// Svelte sets positions and bar lengths as style attributes; scripts stay strict.
				'style-src': ['self', 'unsafe-inline'],
				'img-src': ['self', 'data:', 'blob:'],
				'font-src': ['self'],
				'connect-src': ['self'],
				'object-src': ['none'],
				'base-uri': ['none'],
				'form-action': ['self'],
				'frame-ancestors': ['none']
			}
		}
	}
};
