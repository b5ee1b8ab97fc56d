import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

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
		},
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: { parser: ts.parser, svelteConfig, extraFileExtensions: ['.svelte'] },
		},
	},
	{
		// Time comes from the program's clock alone.
		files: ['src/**/*.{ts,svelte}', 'demo/**/*.ts'],
		ignores: ['src/lib/server/clock.ts'],
		rules: {
			'no-restricted-syntax': [
				'error',
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
