/** Letters that do something on a page, each by its own name: `b` books, say. */
export type Letters = Readonly<Record<string, (() => void) | undefined>>;

/** Whether the key goes into a field, where it is a letter like any other. */
export function isTyping({ target }: Pick<KeyboardEvent, 'target'>): boolean {
	if (!(target instanceof HTMLElement)) return false;
	if (target.isContentEditable || target instanceof HTMLTextAreaElement) return true;
	if (target instanceof HTMLSelectElement) return true;
	return (
		target instanceof HTMLInputElement && !['checkbox', 'radio', 'button'].includes(target.type)
	);
}

/** Does what the pressed letter stands for, unless it is typed somewhere or held with others. */
export function pressLetter(event: KeyboardEvent, letters: Letters): void {
	if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || isTyping(event)) return;
	const act = letters[event.key.toLowerCase()];
	if (!act) return;
	event.preventDefault();
	act();
}
