import { say } from '../../contract/refusals/asking';
import { Refusal } from '../../core/refusal';

export function notNegative<T extends number>(n: T, field: string): T {
	if (n < 0) throw new Refusal(say('cannot-be-negative'), field);
	return n;
}

/** Runs a reader of one field, so that what it refuses is said beside that field. */
export function readField<T>(field: string, read: () => T): T {
	try {
		return read();
	} catch (e) {
		throw e instanceof Refusal ? new Refusal(e.said, field) : e;
	}
}
