// Makes the pictures of the main views from the demo data, at the fixed clock.
import { run, build, chromium, install } from './lib.mjs';

install();
const browser = chromium();
if (!process.argv.includes('--built')) build();
run('npx', ['tsx', 'tests/browser/pictures.ts'], { CHROMIUM: browser });
