import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

const ROUTES = 'src/routes';
const METHODS = new Set(['GET', 'POST', 'PUT', 'PATCH', 'DELETE']);

const parse = (path: string) =>
	ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);

/** Names of the properties of an exported object, also of objects that are spread into it. */
function propertiesOf(path: string, name: string): string[] {
	const source = parse(path);
	for (const statement of source.statements) {
		if (!ts.isVariableStatement(statement)) continue;
		for (const { name: declared, initializer } of statement.declarationList.declarations) {
			if (declared.getText() !== name || !initializer) continue;
			if (ts.isIdentifier(initializer)) return imported(source, initializer.text);
			const made = madeBy(initializer);
			if (!ts.isObjectLiteralExpression(made)) throw new Error(`${path}: ${name} is no object`);
			return made.properties.flatMap((property) =>
				ts.isSpreadAssignment(property)
					? imported(source, nameOf(property.expression))
					: property.name!.getText(),
			);
		}
	}
	throw new Error(`${path} has no ${name}`);
}

/** What a function without statements gives back; anything else is itself. */
function madeBy(expression: ts.Expression): ts.Node {
	const made = ts.isArrowFunction(expression) ? expression.body : expression;
	return ts.isParenthesizedExpression(made) ? made.expression : made;
}

/** The name of what is spread: an object's own, or that of the function which makes it. */
const nameOf = (expression: ts.Expression): string =>
	(ts.isCallExpression(expression) ? expression.expression : expression).getText();

function imported(source: ts.SourceFile, name: string): string[] {
	for (const statement of source.statements) {
		if (!ts.isImportDeclaration(statement)) continue;
		const bindings = statement.importClause?.namedBindings;
		if (!bindings || !ts.isNamedImports(bindings)) continue;
		if (bindings.elements.some((element) => element.name.text === name)) {
			const module = (statement.moduleSpecifier as ts.StringLiteral).text;
			return propertiesOf(`${module.replace('$lib', 'src/lib')}.ts`, name);
		}
	}
	throw new Error(`${source.fileName}: nobody knows where ${name} comes from`);
}

/** Everything that can be asked of the server: pages, their actions, and other addresses by method. */
export function everyRoute(): string[] {
	const files = readdirSync(ROUTES, { recursive: true, encoding: 'utf8' });
	const pages = new Set<string>();
	const asked: string[] = [];
	for (const file of files) {
		const name = file.split('/').at(-1)!;
		const route = `/${file.split('/').slice(0, -1).join('/')}`;
		const path = join(ROUTES, file);
		if (name === '+page.svelte' || name === '+page.server.ts') pages.add(route);
		if (name === '+layout.server.ts') asked.push(`${route} layout`);
		if (name === '+page.server.ts' && readFileSync(path, 'utf8').includes('export const actions'))
			asked.push(...propertiesOf(path, 'actions').map((action) => `${route} ?/${action}`));
		if (name === '+server.ts')
			for (const statement of parse(path).statements)
				if (ts.isVariableStatement(statement))
					for (const { name: declared } of statement.declarationList.declarations)
						if (METHODS.has(declared.getText())) asked.push(`${route} ${declared.getText()}`);
	}
	return [...[...pages].map((route) => `${route} page`), ...asked].sort();
}

/** What a page's data is made of, from the outermost layout to the page, as `everyRoute` names it. */
export function nodesOf(page: string): string[] {
	const folders = page.split('/').map((_, index, all) => all.slice(0, index + 1).join('/'));
	const layouts = [...new Set(folders)].filter((folder) =>
		['+layout.svelte', '+layout.server.ts'].some((name) => existsSync(join(ROUTES, folder, name))),
	);
	return [...layouts.map((folder) => `${folder || '/'} layout`), `${page} page`];
}
