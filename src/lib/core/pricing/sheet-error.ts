import { Refusal, type Said } from '../refusal';

/** Raised when a rate sheet or budget cannot give a rate. `field` names the input at fault. */
export class SheetError extends Refusal {
	constructor(
		said: Said,
		override readonly field: string
	) {
		super(said, field);
	}
}
