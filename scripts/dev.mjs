// Serves the application while it is worked on, with a small demo company that is filled in seconds if it is not there yet.
import { spawn } from 'node:child_process';
import { install, run } from './lib.mjs';

const data = process.env.NICKEL_DATA ?? 'data/dev';
install();
run('npx', ['svelte-kit', 'sync']);
run('npx', ['tsx', 'src/demo/build.ts', '--small'], { NICKEL_DATA: data });
const vite = spawn('npx', ['vite', 'dev', ...process.argv.slice(2)], { stdio: 'inherit', env: { ...process.env, NICKEL_DATA: data } });
vite.on('exit', (code) => process.exit(code ?? 0));
