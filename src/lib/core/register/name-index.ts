import { readPersonName } from './person-name';
import { plainName, plainText } from './plain-text';

/** Finds rows by name, whatever its order, case and accents; several rows may have one name. */
export class NameIndex<Row> {
	readonly #whole = new Map<string, Row[]>();
	readonly #family = new Map<string, Row[]>();

	add(row: Row, { givenName, familyName }: NameParts): void {
		push(this.#whole, plainName(`${givenName ?? ''} ${familyName ?? ''}`), row);
		push(this.#family, plainText(familyName ?? ''), row);
	}

	/** All rows of exactly this name. */
	named({ givenName, familyName }: NameParts): readonly Row[] {
		return this.#whole.get(plainName(`${givenName ?? ''} ${familyName ?? ''}`)) ?? [];
	}

	/** Rows that a name as people write it may mean: the whole name, or a family name after a title. */
	meant(text: string): readonly Row[] {
		const whole = this.#whole.get(plainName(text));
		if (whole) return whole;
		const { givenName, familyName } = readPersonName(text);
		if (givenName) return this.named({ givenName, familyName });
		return this.#family.get(plainText(familyName)) ?? [];
	}
}

interface NameParts {
	readonly givenName: string | null;
	readonly familyName: string | null;
}

function push<Row>(map: Map<string, Row[]>, key: string, row: Row): void {
	if (!key) return;
	const rows = map.get(key);
	if (rows) rows.push(row);
	else map.set(key, [row]);
}
