// A stand-in for a mail server: takes every message on loopback, delivers none, and shows on a plain
// page what arrived. For the demo and for tests.
import { createServer } from 'node:http';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

/**
 * @typedef {{ to: string, from: string, subject: string, text: string, id: string, html: string,
 *   calendars: { method: string, text: string }[] }} Letter
 */

const escape = (/** @type {string} */ text) =>
	text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');
const linked = (/** @type {string} */ text) =>
	escape(text).replaceAll(
		/https?:\/\/[^\s<"]+/g,
		(address) => `<a href="${address}">${address}</a>`,
	);

/** The method of a calendar part (RFC 6047, 2.4). @param {unknown} type */
const methodOf = (type) =>
	typeof type === 'object' && type !== null && 'params' in type
		? String(/** @type {{ params: Record<string, string> }} */ (type).params['method'] ?? '')
		: '';

/** Messages are few: the newest first, at most so many. */
const MOST = 500;

/** @param {Letter[]} letters */
const page = (letters) => `<!doctype html><html lang="en"><meta charset="utf-8">
<title>Letterbox</title>
<style>
body { font: 16px/1.5 sans-serif; max-width: 46rem; margin: 2rem auto; background: #f4eee2; color: #25201a }
article { background: #fffdf7; border: 1px solid #ddd0ba; padding: 1rem 1.25rem; margin: 1rem 0 }
pre { white-space: pre-wrap; overflow-wrap: anywhere; font: inherit; margin: .5rem 0 0 }
h2 { font-size: 1.1rem; margin: 0 }
p { margin: 0; color: #6c6252 }
iframe { width: 100%; height: 36rem; border: 1px solid #ddd0ba }
summary { cursor: pointer; padding: .5rem 0 }
</style>
<h1>Letterbox</h1>
<p>${letters.length} messages. None of them left this machine.</p>
${letters
	.map(
		({ to, subject, text, html, calendars }) =>
			`<article><p>To ${escape(to)}</p><h2>${escape(subject)}</h2><pre>${linked(text)}</pre>${[
				html &&
					`<details><summary>As it looks</summary><iframe sandbox srcdoc="${escape(html)}"></iframe></details>`,
				...calendars.map(
					(entry) =>
						`<details><summary>Calendar entry, ${escape(entry.method)}</summary><pre>${escape(entry.text)}</pre></details>`,
				),
			].join('')}</article>`,
	)
	.join('')}
</html>`;

/** Starts both servers on free ports of loopback. */
export async function startLetterbox() {
	/** @type {Letter[]} */
	const letters = [];
	const smtp = new SMTPServer({
		authOptional: true,
		disabledCommands: ['STARTTLS'],
		// A sender keeps its connection for what comes next: nobody waits for that when the box goes; milliseconds.
		closeTimeout: 100,
		onData(stream, _session, done) {
			simpleParser(stream).then((mail) => {
				const to = [mail.to ?? []].flat().map(({ text }) => text);
				letters.unshift({
					to: to.join(', '),
					from: mail.from?.text ?? '',
					subject: mail.subject ?? '',
					text: mail.text ?? '',
					id: mail.messageId ?? '',
					html: mail.html || '',
					calendars: mail.attachments
						.filter(({ contentType }) => contentType === 'text/calendar')
						.map(({ headers, content }) => ({
							method: methodOf(headers.get('content-type')),
							text: content.toString(),
						})),
				});
				letters.length = Math.min(letters.length, MOST);
				done();
			}, done);
		},
	});
	const web = createServer((request, response) => {
		const isData = request.url === '/letters.json';
		response.setHeader('content-type', isData ? 'application/json' : 'text/html; charset=utf-8');
		response.end(isData ? JSON.stringify(letters) : page(letters));
	});
	await new Promise((resolve) => smtp.listen(0, '127.0.0.1', () => resolve(null)));
	await new Promise((resolve) => web.listen(0, '127.0.0.1', () => resolve(null)));
	const portOf = (/** @type {import('node:net').AddressInfo | string | null} */ address) =>
		typeof address === 'object' && address ? address.port : 0;
	return {
		letters,
		smtpUrl: `smtp://127.0.0.1:${portOf(smtp.server.address())}`,
		address: `http://127.0.0.1:${portOf(web.address())}`,
		async stop() {
			web.closeAllConnections();
			await Promise.all([
				new Promise((resolve) => web.close(resolve)),
				new Promise((resolve) => smtp.close(() => resolve(null))),
			]);
		},
	};
}
