/**
 * What the rule of a group says: at least so many, at most so many.
 * @example choose(0, 2) // 'Choose up to 2'
 */
export function choose(least: number, most: number): string {
	if (least === 1 && most === 1) return 'Choose one';
	if (least === 0 && most === 1) return 'Choose one, or none';
	if (least === most) return `Choose ${least}`;
	return least === 0 ? `Choose up to ${most}` : `Choose ${least} to ${most}`;
}
