import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const ticks = Number(execFileSync('getconf', ['CLK_TCK'], { encoding: 'utf8' }));

/** Processor seconds of a process so far, with those of children that ended; 0 when it is not there. */
export function processorSeconds(pid: number, { withChildren = false } = {}): number {
	try {
		const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
		const own = [11, 12, 13, 14].reduce((sum, field) => sum + Number(fields[field]), 0) / ticks;
		if (!withChildren) return own;
		const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8');
		return children
			.split(' ')
			.filter(Boolean)
			.reduce((sum, child) => sum + processorSeconds(Number(child)), own);
	} catch {
		return 0;
	}
}
