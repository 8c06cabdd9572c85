export * from './hours';
export * from './permits';
export * from './progress';
export * from './files';
export type { JobMail } from './mails';
