/** The words of site forms and handover reports in the field: all of them in one place, for other languages. */
export const FORM = {
	back: '‹ Job',
	open: 'to choose',
	remarks: 'Something lies outside its limits: say what was found.',
	between: (low: string, high: string, unit: string) => `${low} to ${high} ${unit}`,
	atLeast: (low: string, unit: string) => `at least ${low} ${unit}`,
	atMost: (high: string, unit: string) => `at most ${high} ${unit}`,
	outside: 'outside its limits',
	pictures: 'Pictures',
	save: 'Save',
	saved: 'Saved.',
	sign: 'Sign',
	signing: 'Both sign here',
	lead: 'Crew lead',
	customer: 'Customer, if there',
	done: (name: string) => `Signed by ${name}. The office looks at it next.`,
	issued: (n: number) => `Certificate ${n} is issued.`,
	takeOff: 'Take this form off',
	noReception: 'No reception: what you typed is still here. Try again.'
};
export const HANDOVER = {
	title: 'Handover',
	show: 'What the customer sees',
	parts: { tasks: 'What was done', hours: 'Hours', materials: 'Materials', pictures: 'Pictures' },
	note: 'In words',
	name: 'Name of who signs',
	mail: 'Mail the report to',
	sign: 'Signed: hand over',
	thanks: (n: number) => `Report ${n} is signed.`,
	nothing: 'nothing yet'
};
