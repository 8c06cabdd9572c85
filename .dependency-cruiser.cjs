/** The layers of the server, from the ground up: a room may look at its own layer and below. Up goes only an event. */
const LAYERS = [
	['ground', 'db|scope|commands|live|ports|files|company|people|documents|links|outbox|firms|shown|queries'],
	['book', 'catalog|rates|flat-rate'],
	['win', 'sales|estimates|quotes|survey'],
	['work', 'jobs|planning|time|work|field|costs|buying|repeats|rounds|site-forms'],
	['money', 'billing|receivables|books|costing'],
	['screens', 'screens']
];
const layerRules = LAYERS.slice(0, -1).map(([name, rooms], n) => ({
	name: `layer-${name}`,
	comment: 'A lower layer knows nothing of a higher one: what a higher one has to do because of it, it does when the event is told.',
	severity: 'error',
	// The gathered tables are for the migrations and the screens; the rule `gathered-tables` says who may have them.
	from: { path: `^src/lib/server/(${rooms})/`, pathNot: '^src/lib/server/db/schema\\.ts$' },
	to: {
		path: `^src/lib/server/(${LAYERS.slice(n + 1)
			.map(([, above]) => above)
			.join('|')})/`
	}
}));

/** What stands inside a room of the server, and by what it may be entered. */
const INSIDE = '^src/lib/server/[^/]+/';
const DOORS = ['^src/lib/server/[^/]+/index\\.ts$', '^src/lib/server/[^/]+/schema\\.ts$', '^src/lib/server/db/columns\\.ts$'];

/** The dependency rule: routes → ui / server → core, imports only ever point down. */
module.exports = {
	forbidden: [
		{
			name: 'everything-resolves',
			comment: 'An import that cannot be resolved is one that no other rule sees.',
			severity: 'error',
			from: {},
			// What the framework makes while it builds.
			to: { couldNotResolve: true, pathNot: '^(\\$app/|\\$env/|\\$service-worker$|\\./\\$types$)' }
		},
		{
			name: 'core-imports-nothing-above',
			severity: 'error',
			from: { path: '^src/lib/core' },
			to: { path: '^src/(routes|demo|lib/(ui|client|server|workers|contract))' }
		},
		{
			name: 'core-is-pure',
			severity: 'error',
			from: { path: '^src/lib/core', pathNot: '\\.test\\.ts$' },
			to: { dependencyTypes: ['core'] }
		},
		{
			name: 'core-knows-no-framework',
			severity: 'error',
			from: { path: '^src/lib/core', pathNot: '\\.test\\.ts$' },
			to: { path: 'node_modules', pathNot: 'node_modules/(fraction\\.js|jsep|temporal-polyfill|temporal-spec|papaparse|@types/papaparse)' }
		},
		{
			name: 'contract-knows-the-core',
			comment: 'What can be asked says nothing of how it is done.',
			severity: 'error',
			from: { path: '^src/lib/contract' },
			to: { path: '^src/(routes|demo|lib/(ui|client|server|workers))' }
		},
		{
			name: 'schemas-stay-on-the-server',
			comment: 'The browser takes the types of the contract, never its schemas: they would travel to every phone.',
			severity: 'error',
			from: { path: '^src/lib/(ui|client|workers)|^src/routes/.*\\.svelte$' },
			to: { path: '^src/lib/contract', dependencyTypesNot: ['type-only'] }
		},
		{ name: 'ui-knows-no-server', severity: 'error', from: { path: '^src/lib/ui' }, to: { path: '^src/(routes|demo|lib/server)' } },
		{
			name: 'client-knows-no-server',
			severity: 'error',
			from: { path: '^src/lib/client' },
			to: { path: '^src/(routes|demo|lib/(server|ui))' }
		},
		{
			name: 'workers-know-the-core',
			severity: 'error',
			from: { path: '^src/lib/workers' },
			to: { path: '^src/(routes|demo|lib/(server|ui|client))' }
		},
		{
			name: 'server-knows-no-ui',
			severity: 'error',
			from: { path: '^src/lib/server' },
			to: { path: '^src/(routes|demo|lib/(ui|client|workers))' }
		},
		{ name: 'nothing-imports-routes', severity: 'error', from: { path: '^src/(lib|demo)' }, to: { path: '^src/routes' } },
		{
			name: 'no-circles',
			severity: 'error',
			from: { path: '^src', /* it shows trees, so it calls itself */ pathNot: 'ui/money/Steps\\.svelte$' },
			to: { circular: true }
		},
		...layerRules,
		{
			name: 'every-room-has-a-layer',
			comment: 'A room of the server that no layer names would be under no rule.',
			severity: 'error',
			from: { path: `^src/lib/server/(?!(${LAYERS.map(([, rooms]) => rooms).join('|')})/)[^/]+/` },
			to: {}
		},
		{
			name: 'rooms-by-their-door',
			severity: 'error',
			from: { path: '^src/(routes|demo|lib/(ui|client|server|workers))', pathNot: '\\.test\\.ts$' },
			to: { path: '^src/lib/core/[^/]+/.+', pathNot: '^src/lib/core/[^/]+/index\\.ts$' }
		},
		{
			name: 'server-rooms-by-their-door',
			comment: 'A room of the server is entered by its index.ts; its tables alone are read beside it, by name of their room.',
			severity: 'error',
			from: { path: '^src/lib/server/([^/]+)/' },
			to: { path: INSIDE, pathNot: ['^src/lib/server/$1/', ...DOORS] }
		},
		{
			name: 'server-from-outside-by-its-doors',
			severity: 'error',
			from: { path: '^src/(routes|demo|hooks)|^src/lib/server/[^/]+\\.ts$' },
			to: { path: INSIDE, pathNot: DOORS }
		},
		{
			name: 'gathered-tables',
			comment: 'All tables at once would be a way around the layers: a room names the room whose tables it reads.',
			severity: 'error',
			from: { path: '^src/lib/server/', pathNot: '^src/lib/server/screens/' },
			to: { path: '^src/lib/server/db/schema\\.ts$' }
		},
		{
			name: 'no-foreign-tables',
			severity: 'error',
			from: { path: '^src/routes' },
			to: { path: '^src/lib/server/[^/]+/schema\\.ts$' }
		}
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		// Its own paths, with a base: without one no import of $lib is resolved, and a gate that resolves nothing lets everything through.
		tsConfig: { fileName: 'tsconfig.cruise.json' },
		tsPreCompilationDeps: true,
		exclude: { path: '\\.svelte-kit' },
		enhancedResolveOptions: {
			exportsFields: ['exports'],
			conditionNames: ['import', 'svelte', 'types', 'default'],
			extensions: ['.ts', '.js', '.svelte', '.json']
		}
	}
};
