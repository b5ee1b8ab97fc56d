/** What became of a message for one recipient, as a mail server reports it. */
export interface DeliveryStatus {
	/** `failed`, `delayed`, `delivered`, `relayed` or `expanded`, in small letters. */
	readonly action: string;
	/** Three numbers: `5.1.1` for a mailbox that is not there. Empty when it says none. */
	readonly status: string;
}

/**
 * Reads the part of a delivery status notification that programs read (RFC 3464, 2.1: groups of fields, parted by
 * empty lines, the first of them about the message, each other one about a recipient).
 */
export function readDeliveryStatus(text: string): DeliveryStatus[] {
	return text
		.replaceAll('\r\n', '\n')
		.split(/\n[ \t]*\n/)
		.map(fieldsOf)
		.filter((fields) => fields.has('action'))
		.map((fields) => ({
			action: withoutComments(fields.get('action')!).toLowerCase(),
			status: /\d+\.\d+\.\d+/.exec(fields.get('status') ?? '')?.[0] ?? '',
		}));
}

/** A recipient never gets it: nobody tries any more (RFC 3464, 2.3.3). */
export const isLost = ({ action }: DeliveryStatus): boolean => action === 'failed';

/** It would be lost another time as well (RFC 3463, 2: a status of class 5). */
export const isForGood = ({ status }: DeliveryStatus): boolean => status.startsWith('5.');

/** Fields by name in small letters; long ones are folded (RFC 5322, 2.2.3). */
function fieldsOf(group: string): ReadonlyMap<string, string> {
	const lines = group.replaceAll(/\n[ \t]+/g, ' ').split('\n');
	return new Map(
		lines.flatMap((line) => {
			const [, name, value] = /^([!-9;-~]+):(.*)$/.exec(line) ?? [];
			return name === undefined ? [] : [[name.toLowerCase(), value!.trim()] as const];
		}),
	);
}

const withoutComments = (value: string): string => value.replaceAll(/\([^()]*\)/g, '').trim();
