import type { Language } from '$lib/core/words';
import type { Signed } from '$lib/server/people';

declare global {
	namespace App {
		interface Locals {
			signed: Signed | null;
			/** The language of the page, where it is not English. */
			language?: Language;
		}
		interface Error {
			message: string;
			/** Of the page that says it, where it is not English. */
			language?: Language;
		}
	}
}

export {};
