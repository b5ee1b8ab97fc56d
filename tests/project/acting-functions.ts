import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** Whether a function takes whoever acts as an argument. */
const takesActor = ({ parameters }: ts.SignatureDeclaration): boolean =>
	parameters.some(({ type }) => type?.getText() === 'Actor');

const isExported = (node: ts.Statement): boolean =>
	ts.canHaveModifiers(node) &&
	(ts.getModifiers(node) ?? []).some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);

/** Whether it is a declared change joined with who makes it. */
const isPerform = (node: ts.Expression): boolean =>
	ts.isCallExpression(node) && node.expression.getText().startsWith('performs(');

/** The exported functions below some folders that do something in somebody's name. */
export function actingFunctions(folders: readonly string[]): string[] {
	return folders
		.flatMap((folder) =>
			readdirSync(folder, { recursive: true, encoding: 'utf8' })
				.filter((file) => file.endsWith('.ts'))
				.map((file) => join(folder, file)),
		)
		.flatMap((path) =>
			ts
				.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true)
				.statements.filter(isExported)
				.flatMap((statement) => {
					if (ts.isFunctionDeclaration(statement) && takesActor(statement))
						return statement.name!.text;
					if (!ts.isVariableStatement(statement)) return [];
					return statement.declarationList.declarations
						.filter(
							({ initializer }) =>
								initializer &&
								((ts.isArrowFunction(initializer) && takesActor(initializer)) ||
									isPerform(initializer)),
						)
						.map(({ name }) => name.getText());
				}),
		)
		.sort();
}
