/** What a rule refuses, in plain words for people; `field` names the input at fault where there is one. */
export class Refusal extends Error {
	readonly field: string | undefined;
	constructor(message: string, field?: string) {
		super(message);
		this.name = new.target.name;
		this.field = field;
	}
}
