import { may, type Holder, type Right, type Role } from './rights';
import type { Scope } from './scope';

/**
 * Who looks at something. Queries that show figures or records of several areas take one as an argument, so that none can forget to ask: there is no
 * other way to make one than from a person with a role.
 *
 * @example Viewer.of({ id: 'bastian', role: 'estimator' }).when('invoices.see', () => amount) // null
 */
export class Viewer {
	private constructor(
		readonly personId: string,
		readonly role: Role,
		readonly rights: readonly Right[] | null,
		readonly scope: Scope
	) {}

	static of(person: Holder & { id: string }): Viewer {
		return new Viewer(person.id, person.role, person.rights ?? null, person.scope ?? 'all');
	}

	/** Whether this person has a right. */
	may(right: Right): boolean {
		return may(this, right);
	}

	/** What is looked up only for somebody who has the right; null for the others, for whom it is not even read. */
	when<T>(right: Right, look: () => T): T | null {
		return this.may(right) ? look() : null;
	}

	/** A list that is looked up only for somebody who has the right; empty for the others. */
	list<T>(right: Right, look: () => T[]): T[] {
		return this.may(right) ? look() : [];
	}
}
