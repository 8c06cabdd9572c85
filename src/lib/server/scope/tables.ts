/** The row belongs to one above it, and is seen with it; one that belongs to none is seen by everybody. */
const under = (parent: string, column: string): string =>
	`(t.${column} is null or exists (select 1 from ${parent} p where p.id = t.${column}))`;

/** Records by the word that stands before the colon where something is about one: “job:ID”. */
const SUBJECTS: Readonly<Record<string, string>> = {
	job: 'jobs',
	estimate: 'estimates',
	quote: 'quotes',
	invoice: 'invoices',
	order: 'orders',
	'supplier-bill': 'supplier_bills',
	lead: 'leads'
};
const about = (column: string): string =>
	`case substr(t.${column}, 1, instr(t.${column}, ':') - 1) ${Object.entries(SUBJECTS)
		.map(
			([word, table]) =>
				`when '${word}' then exists (select 1 from ${table} p where p.id = substr(t.${column}, instr(t.${column}, ':') + 1))`
		)
		.join(' ')} else 1 end`;

/** The table a topic or subject is about, if it is one that not everybody sees. @example tableOf('job:7') // 'jobs' */
export const tableOf = (subject: string): string | null => {
	const word = subject.split(':')[0] ?? '';
	return Object.hasOwn(SUBJECTS, word) ? (SUBJECTS[word] ?? null) : null;
};

/**
 * How each table leads to a job, as a condition on its row `t`: what belongs to a job is seen by whoever sees the job. A test looks at all tables that
 * lead to a job by their foreign keys: each stands here or in `OPEN`.
 */
export const UNDER_A_JOB: Readonly<Record<string, string>> = {
	agreements: under('jobs', 'job_id'),
	season_offers: under('jobs', 'job_id'),
	visits: under('agreements', 'agreement_id'),
	visit_pictures: under('visits', 'visit_id'),
	estimates: under('jobs', 'job_id'),
	estimate_comments: under('estimates', 'estimate_id'),
	option_groups: under('estimates', 'estimate_id'),
	sign_offs: under('estimates', 'estimate_id'),
	scopes: under('estimates', 'estimate_id'),
	lines: under('scopes', 'scope_id'),
	recipes: under('scopes', 'scope_id'),
	shapes: under('scopes', 'scope_id'),
	quotes: under('jobs', 'job_id'),
	revisions: under('quotes', 'quote_id'),
	quote_questions: under('quotes', 'quote_id'),
	quote_signatures: under('revisions', 'revision_id'),
	answers: under('revisions', 'revision_id'),
	reminders: under('revisions', 'revision_id'),
	leads: under('jobs', 'job_id'),
	draft_changes: under('jobs', 'job_id'),
	phases: under('jobs', 'job_id'),
	budget_rows: under('jobs', 'job_id'),
	remainders: under('jobs', 'job_id'),
	job_materials: under('jobs', 'job_id'),
	job_photos: under('jobs', 'job_id'),
	tasks: under('jobs', 'job_id'),
	task_parts: under('tasks', 'task_id'),
	task_people: under('tasks', 'task_id'),
	task_steps: under('tasks', 'task_id'),
	job_contacts: under('jobs', 'job_id'),
	punch_items: under('jobs', 'job_id'),
	permits: under('jobs', 'job_id'),
	job_comments: under('jobs', 'job_id'),
	job_mentions: under('job_comments', 'comment_id'),
	findings: under('jobs', 'job_id'),
	job_files: under('jobs', 'job_id'),
	job_mails: under('jobs', 'job_id'),
	daily_logs: under('jobs', 'job_id'),
	visit_messages: under('jobs', 'job_id'),
	phase_links: under('jobs', 'job_id'),
	field_notes: under('jobs', 'job_id'),
	site_forms: under('jobs', 'job_id'),
	handovers: under('jobs', 'job_id'),
	firm_asks: under('jobs', 'job_id'),
	time_entries: under('jobs', 'job_id'),
	cost_entries: under('jobs', 'job_id'),
	item_sales: under('jobs', 'job_id'),
	repeat_rules: under('jobs', 'job_id'),
	repeat_exceptions: under('repeat_rules', 'rule_id'),
	repeat_occurrences: `${under('repeat_rules', 'rule_id')} and ${under('jobs', 'job_id')}`,
	contract_lines: under('jobs', 'job_id'),
	billing_steps: under('jobs', 'job_id'),
	repeat_invoices: under('jobs', 'job_id'),
	repeat_invoice_days: under('repeat_invoices', 'rule_id'),
	pay_applications: under('jobs', 'job_id'),
	pay_application_lines: under('pay_applications', 'application_id'),
	// An invoice over several jobs is seen by whoever sees all of them: its total tells of each.
	invoices: `${under('jobs', 'job_id')} and not exists (select 1 from main.invoice_parts i where i.invoice_id = t.id and i.job_id is not null and not exists (select 1 from jobs p where p.id = i.job_id))`,
	invoice_parts: under('invoices', 'invoice_id'),
	invoice_lines: under('invoices', 'invoice_id'),
	invoice_reminders: under('invoices', 'invoice_id'),
	instalment_plans: under('invoices', 'invoice_id'),
	instalments: under('instalment_plans', 'plan_id'),
	charges: under('invoices', 'invoice_id'),
	credit_notes: under('invoices', 'invoice_id'),
	credit_lines: under('credit_notes', 'credit_id'),
	allocations: under('invoices', 'invoice_id'),
	// So is a payment over several invoices.
	payments: `${under('jobs', 'job_id')} and not exists (select 1 from main.allocations a where a.payment_id = t.id and not exists (select 1 from invoices p where p.id = a.invoice_id))`,
	order_needs: under('jobs', 'job_id'),
	// What was bought for several jobs is seen by whoever sees one of them; what was bought for none, by everybody.
	orders: `(not exists (select 1 from main.order_lines l join main.order_needs n on n.line_id = l.id where l.order_id = t.id) or exists (select 1 from main.order_lines l join main.order_needs n on n.line_id = l.id join jobs p on p.id = n.job_id where l.order_id = t.id))`,
	order_lines: under('orders', 'order_id'),
	deliveries: under('orders', 'order_id'),
	delivery_lines: under('deliveries', 'delivery_id'),
	supplier_bill_shares: under('jobs', 'job_id'),
	supplier_bills: `(not exists (select 1 from main.supplier_bill_lines l join main.supplier_bill_shares s on s.line_id = l.id where l.bill_id = t.id) or exists (select 1 from main.supplier_bill_lines l join main.supplier_bill_shares s on s.line_id = l.id join jobs p on p.id = s.job_id where l.bill_id = t.id))`,
	supplier_bill_lines: under('supplier_bills', 'bill_id'),
	history: about('subject'),
	attachments: about('subject'),
	issued_files: about('subject'),
	outbox: about('about')
};

/** What leads to a job and is seen all the same, and why. */
export const OPEN: Readonly<Record<string, string>> = {
	shifts: 'whoever plans must see that somebody is taken; the job itself is not named to them',
	told_shifts: 'as the shifts they are held against: only those of jobs that are seen are told, and named',
	journal_entries: 'only with the right to the books, which needs all jobs',
	bank_lines: 'only with the right to the books, which needs all jobs'
};
