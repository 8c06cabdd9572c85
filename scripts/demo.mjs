// Installs, builds, fills the demo company and serves it.
import { existsSync, rmSync } from 'node:fs';
import { build, install, run, serve } from './lib.mjs';

const port = Number(process.env.PORT ?? 3000);
const data = process.env.NICKEL_DATA ?? 'data/demo';
install();
build();
if (process.argv.includes('--fresh') && existsSync(data)) rmSync(data, { recursive: true });
run('npx', ['tsx', 'src/demo/build.ts'], { NICKEL_DATA: data });
const server = await serve(port, {
	NICKEL_DATA: data,
	HOST: process.env.HOST ?? '127.0.0.1',
	ORIGIN: process.env.ORIGIN ?? `http://localhost:${port}`,
	NICKEL_LOG: process.env.NICKEL_LOG ?? 'warn'
});
console.log(`
  Nickel Yard is running:  http://localhost:${port}
  The customer’s side:     http://localhost:${port}/public

  Sign in with the password  nickel-yard  as
    imogen@pellgrave.example   owner
    bastian@pellgrave.example  estimator
    petra@pellgrave.example    office
    lowell@pellgrave.example   bookkeeper
    marco@pellgrave.example    crew lead (on a phone: /field)
    ines@pellgrave.example     crew

  Ctrl+C stops it. npm run demo -- --fresh begins again.
`);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill('SIGTERM'));
server.on('exit', (code) => process.exit(code ?? 0));
