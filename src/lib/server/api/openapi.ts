import { z, type ZodType } from 'zod';
import type { Operation } from './operation';
import { takesBody } from './operation';
import { operations } from './operations';
import { problem } from './schemas';
import { scopes } from '../../operations/school';

const known = new Map<string, object>();

/**
 * The open interface as an OpenAPI 3.1 document, made once from the schemas that read and write it.
 * `origin` is the server's own.
 */
export function openApiDocument(origin: string): object {
	let document = known.get(origin);
	if (!document) known.set(origin, (document = describe(origin)));
	return document;
}

function describe(origin: string): object {
	const paths: Record<string, Record<string, object>> = {};
	for (const operation of operations as unknown as Operation[])
		(paths[operation.path] ??= {})[operation.method] = described(operation);
	return {
		openapi: '3.1.0',
		info: {
			title: 'Ten Chairs',
			version: '1',
			description:
				'Conferences for an organiser’s programs, and a family’s own visit. ' +
				'Problems are told as RFC 9457 says; reads carry an ETag.',
		},
		servers: [{ url: `${origin}/api/v1` }],
		components: {
			securitySchemes: {
				organiser: {
					type: 'http',
					scheme: 'bearer',
					description: `A token with scopes (${scopes.join(', ')}), shown once when it is made.`,
				},
				family: {
					type: 'http',
					scheme: 'bearer',
					description: 'The last part of the adult’s private link.',
				},
			},
		},
		paths,
	};
}

function described(operation: Operation): object {
	const { id, summary, who, keyed, body, bodyType, answers } = operation;
	const key = {
		name: 'Idempotency-Key',
		in: 'header',
		description: 'The same key does the same once, however often it comes.',
		schema: { type: 'string', maxLength: 200 },
	};
	return {
		operationId: id,
		summary,
		security: who === 'anybody' ? [] : [{ [who]: operation.scope ? [operation.scope] : [] }],
		parameters: [
			...parameters(operation.params, 'path'),
			...parameters(operation.query, 'query'),
			...(keyed ? [key] : []),
		],
		requestBody: takesBody(operation)
			? {
					required: true,
					content: { [bodyType]: { schema: jsonSchema(body) } },
				}
			: undefined,
		responses: {
			...Object.fromEntries(
				Object.entries(answers).map(([status, { says, schema }]) => [
					status,
					{ description: says, ...(schema && content(schema, Number(status))) },
				]),
			),
			default: { description: 'A problem.', ...content(problem, 400) },
		},
	};
}

const content = (schema: ZodType, status: number): object => ({
	content: {
		[status < 400 ? 'application/json' : 'application/problem+json']: {
			schema: jsonSchema(schema, 'output'),
		},
	},
});

function parameters(schema: ZodType, where: 'path' | 'query'): object[] {
	const { properties = {}, required = [] } = jsonSchema(schema) as {
		properties?: Record<string, { description?: string }>;
		required?: string[];
	};
	return Object.entries(properties).map(([name, { description, ...rest }]) => ({
		name,
		in: where,
		required: where === 'path' || required.includes(name),
		description,
		schema: rest,
	}));
}

function jsonSchema(schema: ZodType, io: 'input' | 'output' = 'input'): Record<string, unknown> {
	const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' });
	return rest;
}
