import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** A spread of fields written in place takes the check of misspelt and of superfluous fields away. */
const noSpread = (selector) => ({
	selector,
	message: 'Write the fields into the object itself; a field that may be missing is `undefined`.',
});
const NO_SPREAD_OF_LITERAL = noSpread('ObjectExpression > SpreadElement > ObjectExpression');
/** Not for tests: in what they send, a field that is missing is another thing than an empty one. */
const NO_SPREAD_OF_CHOICE = noSpread(
	'ObjectExpression > SpreadElement > :matches(ConditionalExpression, LogicalExpression) > ObjectExpression',
);

/** By its own address an icon is one module; by the package's, some two thousand are read for it. */
const ALL_ICONS = {
	name: '@lucide/svelte',
	message: 'Import the icon itself: @lucide/svelte/icons/printer.',
};

export default ts.config(
	{
		ignores: [
			'build/',
			'.svelte-kit/',
			'.data/',
			'src/lib/paraglide/',
			'test-results/',
			'tests/fixtures/',
		],
	},
	js.configs.recommended,
	...ts.configs.recommended,
	...svelte.configs.recommended,
	prettier,
	...svelte.configs.prettier,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'no-undef': 'off',
			// Taking a field out of an object is what the rest is for.
			'@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
			'@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
			'svelte/no-navigation-without-resolve': 'off',
			'no-restricted-syntax': ['error', NO_SPREAD_OF_LITERAL],
		},
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: { parser: ts.parser, svelteConfig, extraFileExtensions: ['.svelte'] },
		},
	},
	{
		files: ['src/routes/**/*.svelte'],
		rules: { 'no-restricted-imports': ['error', { paths: [ALL_ICONS] }] },
	},
	{
		// Pages carry it: the schemas of this package weigh a third of the other's.
		files: ['src/lib/{core,operations,ui}/**/*.{ts,svelte}'],
		rules: {
			'no-restricted-imports': [
				'error',
				{
					paths: [
						{ name: 'zod', message: 'What pages carry is written with zod/mini.' },
						ALL_ICONS,
					],
				},
			],
		},
	},
	{
		// Time comes from the program's clock alone.
		files: ['src/**/*.{ts,svelte}', 'demo/**/*.ts'],
		ignores: ['src/lib/server/foundation/clock.ts'],
		rules: {
			'no-restricted-syntax': [
				'error',
				NO_SPREAD_OF_LITERAL,
				NO_SPREAD_OF_CHOICE,
				{
					selector: "MemberExpression[object.name='Date'][property.name='now']",
					message: 'Take the time from the clock.',
				},
				{
					selector: "NewExpression[callee.name='Date'][arguments.length=0]",
					message: 'Take the time from the clock.',
				},
				{
					selector:
						'TemplateElement[value.raw=/\\b(now\\(\\)|current_timestamp|clock_timestamp)/i]',
					message: 'Business SQL takes the time as a parameter.',
				},
			],
		},
	},
);
