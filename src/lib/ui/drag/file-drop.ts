import type { Attachment } from 'svelte/attachments';

/**
 * Files that are dragged in from outside the browser, which only its own events tell of. Who has no mouse picks them with the field beside it.
 * While some are held over the place it has `data-over`.
 */
export const fileDrop =
	(take: (files: FileList) => void): Attachment<HTMLElement> =>
	(node) => {
		const over = (e: DragEvent) => {
			if (!e.dataTransfer?.types.includes('Files')) return;
			e.preventDefault();
			node.setAttribute('data-over', '');
		};
		const leave = () => node.removeAttribute('data-over');
		const drop = (e: DragEvent) => {
			leave();
			if (!e.dataTransfer?.files.length) return;
			e.preventDefault();
			take(e.dataTransfer.files);
		};
		node.addEventListener('dragover', over);
		node.addEventListener('dragleave', leave);
		node.addEventListener('drop', drop);
		return () => {
			node.removeEventListener('dragover', over);
			node.removeEventListener('dragleave', leave);
			node.removeEventListener('drop', drop);
		};
	};
