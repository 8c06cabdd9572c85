/** Which parts of what was done the customer is shown. */
export interface HandoverParts {
	tasks: boolean;
	hours: boolean;
	materials: boolean;
	pictures: boolean;
}

/** A handover report as it was signed: only what was shown is in it. */
export interface HandoverContent {
	title: string;
	company: string;
	customer: string;
	site: string;
	note: string;
	tasks?: string[];
	/** Minutes worked, in all. */
	minutes?: number;
	/** Ten-thousandths of their unit. */
	materials?: { name: string; quantity: number; unit: string }[];
	pictures?: string[];
}
