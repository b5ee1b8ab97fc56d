/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
import { version } from '$service-worker';
import { forgetVisits } from '$lib/ui/visits/kept/kept-visits';

// A family's visit stays readable where there is no connection. No page of it is kept: one page without anything
// of anybody's is, and the visit as facts, which that page shows (`kept-visits.ts`).
const worker = globalThis as unknown as ServiceWorkerGlobalScope;

const SHELL = '/visit/kept';
const STORE = `shell-${version}`;
/** Longer than this nobody stands in a corridor and waits; milliseconds. */
const PATIENCE = 8_000;

const isData = ({ pathname }: URL): boolean => /^\/visit\/.*__data\.json$/.test(pathname);
/** The pages for which the shell can stand: it names its files as one of them would. */
const isPage = ({ pathname }: URL): boolean => /^\/visit\/[^/]+$/.test(pathname);
const isBuilt = ({ pathname }: URL): boolean => pathname.startsWith('/_app/immutable/');

worker.addEventListener('install', (event) => {
	event.waitUntil(keepShell().then(() => worker.skipWaiting()));
});

worker.addEventListener('activate', (event) => {
	event.waitUntil(dropOldShells().then(() => worker.clients.claim()));
});

worker.addEventListener('fetch', (event) => {
	const { request } = event;
	const url = new URL(request.url);
	if (url.origin !== worker.location.origin || request.method !== 'GET') return;
	if (isBuilt(url)) event.respondWith(builtFile(request));
	else if (isPage(url) || isData(url)) event.respondWith(fromSchool(request));
});

/** The page that shows what is kept, with all that it is made of. */
async function keepShell(): Promise<void> {
	const page = await fetch(SHELL, { credentials: 'omit' });
	if (!page.ok) throw new Error(`${SHELL} answered ${page.status}`);
	const named = `${page.headers.get('link')} ${await page.clone().text()}`;
	const files = [...named.matchAll(/["'<](?:\.*\/)*(_app\/immutable\/[^"'>]+)["'>]/g)].map(
		([, file]) => new URL(file!, worker.location.origin).href,
	);
	const store = await caches.open(STORE);
	await store.put(SHELL, page);
	await store.addAll([...new Set(files)]);
}

async function dropOldShells(): Promise<void> {
	const old = (await caches.keys()).filter((name) => name.startsWith('shell-') && name !== STORE);
	await Promise.all(old.map((name) => caches.delete(name)));
}

/** A file of the program's, which never changes; fonts, which the shell does not name, are kept as they come. */
async function builtFile(request: Request): Promise<Response> {
	const known = await caches.match(request);
	if (known) return known;
	const answer = await fetch(request);
	if (answer.ok && request.destination === 'font')
		await (await caches.open(STORE)).put(request, answer.clone());
	return answer;
}

/** What the school says; a page that it does not answer for is the shell. Whom it does not know any more keeps nothing. */
async function fromSchool(request: Request): Promise<Response> {
	const answer = fetch(request).then(heeded);
	if (request.mode !== 'navigate') return answer;
	try {
		return await Promise.race([answer, impatience()]);
	} catch (error) {
		const shell = await caches.match(SHELL);
		if (shell) return shell;
		throw error;
	}
}

const impatience = (): Promise<never> =>
	new Promise((_, reject) => setTimeout(() => reject(new Error('The school is slow')), PATIENCE));

async function heeded(answer: Response): Promise<Response> {
	if (answer.status === 401 || answer.status === 404) await forgetVisits();
	return answer;
}
