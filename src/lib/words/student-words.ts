/** `Ada Okafor (7B)`; of a student in no class the name alone. */
export const studentWords = ({
	name,
	classLabel,
}: {
	readonly name: string;
	readonly classLabel: string;
}): string => (classLabel ? `${name} (${classLabel})` : name);
