// Production: serves what npm run build made, on the company's own file. Settings come from the environment (docs/operating.md).
import { existsSync } from 'node:fs';

if (!existsSync('build/index.js')) {
	console.error('Nothing is built yet: run npm run build first.');
	process.exit(1);
}
process.env.NODE_ENV ??= 'production';
// Price lists and pictures are larger than the server's own default; each endpoint has its own limit below this.
process.env.BODY_SIZE_LIMIT ??= '80M';
await import('../build/index.js');
