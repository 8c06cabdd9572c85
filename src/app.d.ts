import type { Signed } from '$lib/server/people';

declare global {
	namespace App {
		interface Locals {
			signed: Signed | null;
		}
		interface Error {
			message: string;
		}
	}
}

export {};
