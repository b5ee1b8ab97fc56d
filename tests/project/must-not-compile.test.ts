// What the types must keep from being written. Each file holds one mistake; besides it, all of it compiles.
import { readdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import ts from 'typescript';
import { beforeAll, expect, it } from 'vitest';

const FOLDER = resolve('tests/fixtures/must-not-compile');

let program: ts.Program;
beforeAll(() => {
	const config = ts.readConfigFile('tsconfig.json', (path) => ts.sys.readFile(path));
	const { options } = ts.parseJsonConfigFileContent(
		config.config,
		ts.sys,
		dirname('tsconfig.json'),
	);
	const files = readdirSync(FOLDER).map((file) => join(FOLDER, file));
	program = ts.createProgram(files, { ...options, noEmit: true });
}, 120_000);

it.each([
	['minutes-beside-milliseconds.ts', /"minutes".*is not assignable/s],
	['desk-for-a-slot.ts', /"desk".*is not assignable/s],
	['column-of-another-table.ts', /"wish".*is not assignable/s],
	['next-thursday.ts', /"next Thursday"/],
	['misspelt-field.ts', /'adultes' does not exist in type 'WantedAppointment'/],
	['refusal-without-a-sentence.ts', /"teacher-busy".* is missing/],
	['refusal-of-no-rule.ts', /"a-new-one"/],
	['refusal-that-no-answer-carries.ts', /not assignable to parameter of type 'never'/],
	['act-without-consequences.ts', /"a\.new-one".* is missing/],
	['act-of-another-change.ts', /"visit\.booked"/],
])('%s does not compile', (file, why) => {
	const source = program.getSourceFile(join(FOLDER, file));
	const faults = program
		.getSemanticDiagnostics(source)
		.map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, '\n'));
	expect(faults).toEqual([expect.stringMatching(why)]);
});

it('every file of them is one of those', () => {
	expect(readdirSync(FOLDER)).toHaveLength(10);
});
