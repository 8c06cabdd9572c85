/** A mail about a job, in or out; what people of the company were told by mail is none. */
export interface JobMail {
	id: string;
	in: boolean;
	who: string;
	subject: string;
	text: string;
	at: number;
	unread: boolean;
	/** Of one that went out: whether it did. */
	state: 'queued' | 'sent' | 'failed' | null;
}
