/** A mail about a job, in or out. */
export interface Mail {
	id: string;
	in: boolean;
	who: string;
	subject: string;
	text: string;
	at: number;
	unread: boolean;
	state: 'queued' | 'sent' | 'failed' | null;
}
