import { json } from '@sveltejs/kit';
import { may } from '$lib/core/access';
import { app } from '$lib/server/app';
import { allAssemblies, laborSheetsToday, frequentItems, searchItems, pricer, allQuestions } from '$lib/server/catalog';
import { searchServices } from '$lib/server/flat-rate';
import { earlierEstimates, earlierLines, templateList } from '$lib/server/estimates';
import { kindOfJob } from '$lib/server/sales';
import type { RequestHandler } from './$types';

/** What can be added: items, and for estimators assemblies and labor. Costs only for those who may see them. */
export const GET: RequestHandler = ({ url, locals }) => {
	const text = (url.searchParams.get('q') ?? '').slice(0, 100);
	const sees = locals.signed !== null && may(locals.signed.actor, 'estimates.see');
	const by = pricer(app().db.orm);
	const items = searchItems(app(), text, 12).map((i) => ({
		id: i.id,
		code: i.code,
		name: i.name,
		unit: i.unit,
		...(sees ? { cost: i.cost, price: by.of(i).price } : {})
	}));
	if (!sees || url.searchParams.get('only') === 'items')
		return json({ items, assemblies: [], sheets: [], services: [], templates: [], earlier: [], lines: [] });
	const words = text.toLowerCase().split(/\s+/).filter(Boolean);
	const hit = (s: string) => words.every((w) => s.toLowerCase().includes(w));
	const jobId = url.searchParams.get('job') ?? '';
	const kind = jobId ? kindOfJob(app(), jobId) : '';
	const questions = allQuestions(app().db.orm);
	return json({
		items: words.length ? items : frequentItems(app()),
		templates: jobId
			? templateList(app(), kind)
					.filter((t) => hit(`${t.name} ${t.kindOfWork} template`))
					.slice(0, 6)
			: [],
		earlier: jobId
			? earlierEstimates(app(), jobId)
					.filter((e) => hit(`${e.name} earlier`))
					.slice(0, words.length ? 6 : 3)
			: [],
		lines: jobId ? earlierLines(app(), jobId, text) : [],
		services: searchServices(app(), text).map((s) => ({ id: s.id, title: s.title, catalog: s.catalog.name, price: s.price.price })),
		assemblies: allAssemblies(app())
			.filter((a) => hit(`${a.name} ${a.category}`))
			.slice(0, words.length ? 12 : 6)
			.map((a) => ({ ...a, choices: questions(a.id).choices })),
		sheets: laborSheetsToday(app())
			.filter((s) => hit(`${s.name} ${s.variants.map((v) => v.name).join(' ')} labor hours`))
			.flatMap((s) => [
				{ id: s.id, name: s.name, variant: '', price: s.price },
				...s.variants.map((v) => ({ id: s.id, name: `${s.name}, ${v.name}`, variant: v.name, price: v.price }))
			])
	});
};
