import { describe, expect, it } from 'vitest';
import { htmlWording } from '$lib/core/notices/html-wording';
import { plainWording, type Wording } from '$lib/core/notices/wording';

const wording: Wording = {
	subject: 'Booked: Thursday 3 December, 18:14',
	school: 'Gannet Cove & Sons',
	parts: [
		{ kind: 'words', text: 'Hello <b>Folake</b>,' },
		{
			kind: 'rows',
			title: 'Thursday 3 December',
			rows: [
				{
					time: '18:14–18:24',
					what: 'Ines "Ness" Amaral',
					where: 'Puffin, Lighthouse House',
					link: 'https://doorway.example/a?b=1&c=2',
					note: 'Moved; it was 18:26.',
				},
			],
		},
		{ kind: 'way', text: 'To your visit', link: 'https://school.example/i/abc' },
		{ kind: 'quiet', text: 'Sent by the school.\nQuestions? Call.' },
	],
};

describe('a wording', () => {
	it('is readable as plain text', () => {
		expect(plainWording(wording)).toBe(
			[
				'Hello <b>Folake</b>,',
				'',
				'Thursday 3 December',
				'  18:14–18:24  Ines "Ness" Amaral',
				'      Puffin, Lighthouse House',
				'      Moved; it was 18:26.',
				'      https://doorway.example/a?b=1&c=2',
				'',
				'To your visit:',
				'https://school.example/i/abc',
				'',
				'Sent by the school.',
				'Questions? Call.',
				'',
			].join('\n'),
		);
	});

	it('is HTML in which what people typed is text, and nothing runs or is fetched', () => {
		const html = htmlWording(wording, 'en');
		expect(html).toContain('Hello &lt;b&gt;Folake&lt;/b&gt;,');
		expect(html).toContain('Ines &quot;Ness&quot; Amaral');
		expect(html).toContain('href="https://doorway.example/a?b=1&amp;c=2"');
		expect(html).not.toMatch(/<(script|form|img|link|iframe|object)\b|url\(|@import|\son\w+=/i);
		const links = [...html.matchAll(/(?:href|src)="([^"]+)"/g)].map(([, link]) => link);
		expect(links).toEqual([
			'https://doorway.example/a?b=1&amp;c=2',
			'https://school.example/i/abc',
		]);
	});
});
