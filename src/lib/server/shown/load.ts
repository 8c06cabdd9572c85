import type { Json } from '../../core/delta';
import { live } from '../live';
import { keep, type Shown } from './kept';

/** What the data of a page is made from. Nothing else of a request: the same is asked again by a page that is open, with another request. */
export interface PageEvent<P = Record<string, string>> {
	params: P;
	url: URL;
	locals: App.Locals;
	parent: () => Promise<object>;
}

/**
 * The data of a page that stays open while others work: it is remembered what was shown, so that after a change only the difference is sent.
 * @param plain what makes the data; asked again for the same page whenever something on it may have changed
 */
export function shown<E extends PageEvent<never> | PageEvent, T extends object & { stamp?: never }>(
	plain: (event: E) => T | Promise<T>
): ((event: E) => Promise<T & { stamp: Shown }>) & { plain: (event: E) => T | Promise<T> } {
	const load = async (event: E) => {
		const { number } = live;
		const value = await plain(event);
		const whole = { ...(await event.parent()), ...value } as Json;
		return { ...value, stamp: keep(event.locals.signed?.sessionId ?? '', whole, number) };
	};
	return Object.assign(load, { plain });
}
