export { addTime, clockOff, clockOn } from './commands';
export { correctTime, removeTime } from './correct';
export { fieldJob, fieldJobs, myDays, myHours, onTheClock, running } from './queries';
export { approveWeek, hoursWeek, openWeek, payrollRows, setPayroll } from './weeks';
