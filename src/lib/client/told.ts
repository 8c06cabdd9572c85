import { toast } from 'svelte-sonner';

/**
 * Says at the edge of the page what was done, and offers to take it back where that is possible. What the taking back met is said too.
 *
 * @param back undoes it; gives null, or why not
 * @example told('Harlow roof moved to Quoted.', async () => (await move(id, before)))
 */
export function told(words: string, back?: () => Promise<string | null>): void {
	toast(words, {
		duration: back ? 10_000 : 5_000,
		...(back
			? {
					action: {
						label: 'Undo',
						onClick: () => void back().then((wrong) => toast(wrong ?? 'Taken back.', { duration: wrong ? 12_000 : 3_000 }))
					}
				}
			: {})
	});
}
