/**
 * Whether a key is for the page: nothing is being typed, and no dialog is open. In an open one a click beside its fields leaves the focus
 * on the page below, whose shortcuts would then be heard.
 */
export function forPage(e: KeyboardEvent): boolean {
	if (e.defaultPrevented || document.querySelector('dialog[open]')) return false;
	return !(e.target as HTMLElement).closest('input,textarea,select,[contenteditable]');
}
