export * from './reminders';
export * from './hotness';
export * from './acceptance';
export * from './letter';
export * from './recurring';
