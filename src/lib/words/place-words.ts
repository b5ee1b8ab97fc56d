import { m } from '$lib/paraglide/messages';

/** Where one goes, or how one is reached. */
export function placeWords({
	kind,
	name,
	buildingName,
}: {
	readonly kind: string;
	readonly name: string;
	readonly buildingName?: string | null;
}): string {
	if (kind === 'video') return m.place_video();
	if (kind !== 'telephone') return [name, buildingName].filter(Boolean).join(', ');
	return name ? m.place_telephone_number({ number: name }) : m.place_telephone();
}
