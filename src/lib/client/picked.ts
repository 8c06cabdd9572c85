/** What is said of a file that was changed on the disk after it was picked: a browser does not read it any more. */
export const CHANGED = 'This file was changed after you picked it. Pick it again.';

/** Whether a picked file can still be read as it was when it was picked. */
export const stillThere = (file: File): Promise<boolean> =>
	file
		.slice(0, 1)
		.arrayBuffer()
		.then(
			() => true,
			() => false
		);
