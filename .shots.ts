import { launch, open, signIn, visitor, PHONE } from './tests/browser/chrome';
const base = 'http://127.0.0.1:4599';
const only = process.argv[2] ?? '';
const b = await launch();
const shot = async (who: string, name: string, path: string, act?: (p: any) => Promise<void>, phone = false) => {
	if (only && !name.startsWith(only)) return;
	const p = await visitor(b, phone ? PHONE : { width: 1280, height: 800 });
	p.on('console', (m: any) => { if (m.type() === 'error') console.log(name, m.text()); });
	p.on('pageerror', (e: any) => console.log(name, e.message));
	await signIn(p, base, who);
	await open(p, base + path);
	try { if (act) await act(p); } catch (e) { console.log(name, String(e)); }
	await new Promise((r) => setTimeout(r, 900));
	await p.screenshot({ path: `/tmp/w/${name}.png` });
	await p.close();
};
const click = async (p: any, sel: string) => { await p.waitForSelector(sel); await p.click(sel); };
await shot('petra', 'p1-board', '/plan');
await shot('petra', 'p2-job', '/plan?by=job');
await shot('petra', 'p3-panel', '/plan', async (p) => { await click(p, '[data-bar^="Marco"]'); await new Promise((r) => setTimeout(r, 800)); });
await shot('petra', 'p4-plan', '/plan', async (p) => { await p.evaluate(() => [...document.querySelectorAll('button')].find((x) => x.textContent?.trim() === 'Plan')?.click()); });
const menu = (word: string) => async (p: any) => {
	await p.evaluate(() => [...document.querySelectorAll('button')].find((x) => x.textContent?.includes('More ▾'))?.click());
	await new Promise((r) => setTimeout(r, 700));
	await p.evaluate((w: string) => [...document.querySelectorAll('[role=menuitem]')].find((x: any) => x.textContent?.includes(w))?.dispatchEvent(new MouseEvent('click', { bubbles: true })), word);
	await new Promise((r) => setTimeout(r, 900));
};
await shot('petra', 'p5-move', '/plan', menu('Move a day'));
await shot('petra', 'p6-slot', '/plan', async (p) => {
	await menu('Find a slot')(p);
	await p.select('[name=slot-job]', await p.$eval('[name=slot-job] option:nth-child(3)', (o: any) => o.value));
	await new Promise((r) => setTimeout(r, 300));
	if (!(await p.$eval('[name=slot-hours]', (e: any) => e.value))) await p.type('[name=slot-hours]', '26');
	await p.evaluate(() => [...document.querySelectorAll('dialog[open] button')].find((x) => x.textContent?.trim() === 'Look')?.dispatchEvent(new MouseEvent('click', { bubbles: true })));
	await new Promise((r) => setTimeout(r, 1500));
});
await shot('petra', 'p7-tell', '/plan/tell');
await shot('petra', 'p8-off', '/plan/time-off');
await shot('petra', 'p9-people', '/plan/people');
await shot('petra', 'q1-calendars', '/plan/calendars');
await shot('petra', 'q2-sheet', '/plan/sheet');
await shot('imogen', 'q3-week', '/company/week');
await shot('ravi', 'q4-field', '/field', undefined, true);
await shot('hattie', 'q5-hours', '/field/hours', async (p) => { await p.evaluate(() => scrollTo(0, 9999)); }, true);
await b.close();
