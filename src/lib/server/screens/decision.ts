/** Something that needs a decision of somebody today, with the money that hangs on it and the one action that settles it. */
export interface Decision {
	id: string;
	amount: number | null;
	mark: 'ring' | 'half' | 'done' | 'wait' | 'need';
	title: string;
	detail: string;
	action: string;
	path: string;
}
