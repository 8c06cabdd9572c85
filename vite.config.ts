import { readdirSync } from 'node:fs';
import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';
import { missingRights } from './scripts/routes';
import { needsOf } from './src/lib/server/route-access';

/** A route that nobody gave a right fails the build: it would be refused to everyone, and only somebody who tries it would find out. */
const everyRouteHasARight = (): Plugin => ({
	name: 'every-route-has-a-right',
	buildStart() {
		const missing = missingRights(readdirSync('src/routes', { recursive: true, encoding: 'utf8' }), needsOf);
		if (missing.length > 0) throw new Error(`These routes have no right in src/lib/server/route-access.ts: ${missing.join(', ')}`);
	}
});

export default defineConfig({
	plugins: [everyRouteHasARight(), tailwindcss(), sveltekit()],
	worker: { format: 'es' },
	ssr: { external: ['better-sqlite3', 'sharp', 'pdfmake', '@node-rs/argon2', 'nodemailer', 'pino', 'popular-passwords'] }
});
