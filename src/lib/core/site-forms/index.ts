export { formNamed, formProblems, formReadings, SITE_FORMS, type FormField, type Reading, type SiteForm } from './forms';
export type { HandoverContent, HandoverParts } from './handover';
