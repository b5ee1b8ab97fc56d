/**
 * Dependencies point one way: routes → server → operations → core, and routes → ui → operations → core. Both server
 * and ui take sentences that pages and messages share from `words`, which knows core alone. Types count as well.
 */
const layer = (name) => `^(tests/fixtures/directions/)?src/lib/${name}/`;

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
	forbidden: [
		{
			name: 'core-stands-alone',
			comment: 'The computation knows no framework, no database and no Node module.',
			severity: 'error',
			from: { path: layer('core') },
			to: {
				path: '.',
				pathNot: [layer('core'), 'node_modules/(zod|temporal-polyfill|ical\\.js|rrule)/'],
			},
		},
		{
			name: 'operations-know-core-alone',
			comment: 'What may be asked for is said without whoever does it, asks for it or shows it.',
			severity: 'error',
			from: { path: layer('operations') },
			to: {
				path: '.',
				pathNot: [layer('operations'), layer('core'), 'node_modules/(zod|uuid)/'],
			},
		},
		{
			name: 'core-knows-no-operations',
			severity: 'error',
			from: { path: layer('core') },
			to: { path: layer('operations') },
		},
		{
			name: 'files-know-core-alone',
			comment: 'What reads and writes files runs in browser and server alike.',
			severity: 'error',
			from: { path: layer('files') },
			to: {
				path: '.',
				pathNot: [layer('files'), layer('core'), 'node_modules/(papaparse|fflate|exceljs)/'],
			},
		},
		{
			name: 'words-know-core-alone',
			comment: 'What pages and messages say in the same words.',
			severity: 'error',
			from: { path: layer('words') },
			to: { path: '.', pathNot: [layer('words'), layer('core'), layer('paraglide')] },
		},
		{
			name: 'server-below-routes-and-beside-ui',
			severity: 'error',
			from: { path: layer('server') },
			to: { path: [layer('ui'), '^(tests/fixtures/directions/)?src/(routes|hooks)'] },
		},
		{
			name: 'ui-knows-no-server-and-no-route',
			severity: 'error',
			from: { path: layer('ui') },
			to: {
				path: [
					layer('server'),
					'^(tests/fixtures/directions/)?src/(routes|hooks)',
					'node_modules/@sveltejs/kit/',
				],
			},
		},
		{
			name: 'no-circles',
			severity: 'error',
			from: {},
			to: { circular: true },
		},
		{
			name: 'no-circles-of-folders',
			comment: 'What all of core knows stands below it.',
			severity: 'error',
			scope: 'folder',
			from: { path: layer('core').replace('/$', '') },
			to: { circular: true },
		},
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		exclude: { path: '(^|/)(paraglide|\\.svelte-kit)/' },
		tsPreCompilationDeps: true,
		tsConfig: { fileName: 'tsconfig.json' },
		enhancedResolveOptions: {
			exportsFields: ['exports'],
			conditionNames: ['import', 'svelte', 'node', 'default'],
			extensions: ['.ts', '.js', '.mjs', '.svelte'],
		},
		builtInModules: { add: ['$app', '$env'] },
	},
};
