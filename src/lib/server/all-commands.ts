import type { Command } from './commands';
import * as billing from './billing/commands';
import * as applications from './billing/applications';
import * as credits from './billing/credits';
import * as manyInvoices from './billing/many';
import * as repeatInvoices from './billing/repeat-invoices';
import * as books from './books/commands';
import * as supplierBills from './buying/bills';
import * as deliveries from './buying/deliveries';
import * as orders from './buying/orders';
import * as bank from './receivables/bank';
import * as collecting from './receivables/collecting';
import * as paymentsBack from './receivables/payments';
import * as statements from './receivables/statement';
import * as billingPlans from './billing/plan';
import * as assemblies from './catalog/assemblies';
import * as assemblyFiles from './catalog/assembly-format';
import * as assemblyVersions from './catalog/assembly-versions';
import * as bulk from './catalog/bulk';
import * as categories from './catalog/categories';
import * as catalog from './catalog/commands';
import * as priceCheck from './estimates/price-check';
import * as references from './catalog/references';
import * as starter from './catalog/take-starter';
import * as companyCommands from './company/commands';
import * as letters from './documents/letters';
import * as documentSettings from './documents/settings';
import * as survey from './survey/commands';
import * as tax from './company/tax';
import * as estimates from './estimates/commands';
import * as changes from './estimates/changes';
import * as estimateGroups from './estimates/groups';
import * as scopeCommands from './estimates/scopes';
import * as lineDetails from './estimates/line-details';
import * as manyLines from './estimates/many-lines';
import * as repricing from './estimates/reprice';
import * as reviews from './estimates/reviews';
import * as templates from './estimates/templates';
import * as attachments from './files/attachments';
import * as flatRate from './flat-rate/commands';
import * as editions from './flat-rate/editions';
import * as flatLines from './estimates/flat-rate-lines';
import * as planning from './planning/commands';
import * as quotes from './quotes/commands';
import * as customerLinks from './links';
import { makeDueRecords } from './quotes/acceptance';
import * as issuing from './quotes/issue';
import * as quoteQuestions from './quotes/questions';
import * as quoteReminders from './quotes/reminders';
import * as leadAnswers from './sales/lead-answers';
import * as leadMail from './sales/lead-mail';
import * as contacts from './sales/contacts';
import * as customerFiles from './sales/customer-files';
import * as merging from './sales/merge';
import * as budget from './rates/budget';
import * as equipment from './rates/equipment';
import * as labor from './rates/labor';
import * as receivables from './receivables/commands';
import * as sales from './sales/commands';
import * as ownFields from './sales/own-fields';
import * as rateGroups from './sales/rate-groups';
import * as salesStages from './sales/stages';
import * as salesViews from './sales/views';
import * as costs from './costs/commands';
import './costs/labor';
import * as fieldNotes from './field/notes';
import * as time from './time/commands';
import * as roundServices from './rounds/services';
import * as roundPlans from './rounds/plan';
import * as roundVisits from './rounds/visits';
import './costs/visits';
import * as firmCommands from './firms/commands';
import * as asks from './planning/asks';
import * as calendars from './planning/calendar';
import * as siteFormCommands from './site-forms/commands';
import * as handovers from './site-forms/handovers';
import * as selling from './field/sell';
import './billing/sold-on-site';
import * as repeats from './repeats/commands';
import * as timeWeeks from './time/weeks';
import * as timeCorrections from './time/correct';
import * as workPhases from './work/phases';
import * as workTasks from './work/tasks';
import * as winning from './jobs/win';
import * as ownRoles from './people/roles';
import * as accounts from './people/access';
import { resendMail } from './outbox';

const isCommand = (x: unknown): x is Command => typeof x === 'object' && x !== null && 'run' in x && 'right' in x && 'input' in x;

/** Every command by its name. The interface, the demo and tests all come in through here. */
export const COMMANDS: ReadonlyMap<string, Command> = new Map(
	[
		orders,
		deliveries,
		supplierBills,
		manyInvoices,
		credits,
		applications,
		repeatInvoices,
		collecting,
		paymentsBack,
		statements,
		bank,
		books,
		issuing,
		quoteQuestions,
		quoteReminders,
		leadMail,
		leadAnswers,
		merging,
		contacts,
		customerFiles,
		ownFields,
		salesStages,
		salesViews,
		companyCommands,
		tax,
		labor,
		equipment,
		budget,
		sales,
		rateGroups,
		catalog,
		priceCheck,
		references,
		assemblies,
		assemblyFiles,
		assemblyVersions,
		attachments,
		starter,
		categories,
		bulk,
		estimates,
		scopeCommands,
		repricing,
		changes,
		survey,
		documentSettings,
		letters,
		estimateGroups,
		lineDetails,
		manyLines,
		reviews,
		templates,
		flatRate,
		editions,
		flatLines,
		quotes,
		customerLinks,
		winning,
		accounts,
		ownRoles,
		planning,
		costs,
		fieldNotes,
		time,
		timeCorrections,
		timeWeeks,
		repeats,
		roundServices,
		roundPlans,
		roundVisits,
		firmCommands,
		asks,
		calendars,
		siteFormCommands,
		handovers,
		selling,
		billing,
		billingPlans,
		workPhases,
		workTasks,
		receivables,
		{ resendMail, makeDueRecords }
	]
		.flatMap((room) => Object.values(room) as unknown[])
		.filter(isCommand)
		.map((c) => [c.name, c])
);
