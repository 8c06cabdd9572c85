import { formatQuantity } from '$lib/core/money';
import type { FormField } from '$lib/core/site-forms';
import { words } from '../words/field';

/** The limits of a field as they are read, its unit where it has none. */
export function limitsOf({ low, high, unit = '' }: FormField): string {
	if (low !== undefined && high !== undefined) return words.field.form.between(formatQuantity(low), formatQuantity(high), unit);
	if (low !== undefined) return words.field.form.atLeast(formatQuantity(low), unit);
	return high === undefined ? unit : words.field.form.atMost(formatQuantity(high), unit);
}
