// Measures speed: prints a table and writes bench-results.json. Ratios within one run; absolute times are only printed.
import { build, chromium, install, run } from './lib.mjs';

install();
const browser = chromium();
if (!process.argv.includes('--built')) build();
run('npx', ['tsx', 'tests/bench/main.ts'], { CHROMIUM: browser, NICKEL_LOG: 'silent' });
