import { Refusal } from '../refusal';

/** Raised when a rate sheet or budget cannot give a rate. `field` names the input at fault. */
export class SheetError extends Refusal {
	constructor(
		message: string,
		override readonly field: string
	) {
		super(message, field);
	}
}
