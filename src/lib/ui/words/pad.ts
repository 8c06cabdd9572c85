import { padWords, type PadWords } from '$lib/core/words';
import { language } from './language';

/** The words of the pad that is signed on, on pages of crews and customers alike. */
export const pad = (): PadWords => padWords(language());
