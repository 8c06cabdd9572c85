import { AsyncLocalStorage } from 'node:async_hooks';
import type { Language } from '../core/words';
import type { Reach } from './scope';

/** Who asks, and the language they read. */
export interface Asker extends Reach {
	language: Language;
}
const asking = new AsyncLocalStorage<Asker>();

/** Does the work of one request for somebody: all that is read meanwhile is what they may see, and no page can forget to ask. */
export const askedBy = <T>(who: Asker, work: () => T): T => asking.run(who, work);
/** Who asks, through all that is done for one request; undefined for customers, visitors and the program itself. */
export const whoAsks = (): Asker | undefined => asking.getStore();
/** The language of whoever asks; English for those who are not signed in. */
export const languageAsking = (): Language => asking.getStore()?.language ?? 'en';
/** Whose turn it is where many wait: a person's own, or the one that all others share. */
export const turnOf = (): string => asking.getStore()?.id ?? 'visitors';
