// Production: serves what npm run build made, on the company's own file. Settings come from the environment (docs/operating.md).
import { existsSync } from 'node:fs';

if (!existsSync('build/index.js')) {
	console.error('Nothing is built yet: run npm run build first.');
	process.exit(1);
}
process.env.NODE_ENV ??= 'production';
await import('../build/index.js');
