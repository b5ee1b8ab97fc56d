import { existsSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';

/** Pages and other addresses; they bring what they need. */
const FOLDERS = ['entries', 'nodes'];

/**
 * Loads every part of the built server now. Kit loads a page's program when it is asked for the first time;
 * where that fails once, for want of a file handle in a rush, Node remembers the failure, and the page would
 * stay broken for as long as the process lives.
 */
export async function loadProgram(): Promise<void> {
	for (const folder of FOLDERS.map((name) => resolve('build/server/chunks', name)))
		for (const part of existsSync(folder) ? partsIn(folder) : [])
			await import(/* @vite-ignore */ pathToFileURL(join(folder, part)).href);
}

const partsIn = (folder: string): string[] =>
	readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.js'));
