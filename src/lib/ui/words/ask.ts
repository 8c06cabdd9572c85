/** The words of the page on which a subcontractor answers: all of them in one place, for other languages. */
export const ASK = {
	title: 'Can you come?',
	for: (firm: string) => `A question to ${firm}`,
	span: (from: string, to: string) => `${from} to ${to}`,
	when: 'When',
	where: 'Where',
	what: 'What',
	name: 'Your name',
	yes: 'Yes, we come',
	no: 'No, we cannot',
	why: 'If not: why, or when could you?',
	thanks: 'Thank you: we count on you.',
	noted: 'Thank you for saying so. We look for another way.',
	withdrawn: 'This is not needed any more. Thank you all the same.',
	staff: 'You are signed in as one of us: only they can answer here.',
	call: (phone: string) => `Questions? Call us: ${phone}`
};
