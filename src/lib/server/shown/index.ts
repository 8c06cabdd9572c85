/** What people have on their screens, so that after a change only what became different is sent. In the process's own memory: gone with a restart. */
export { keep, keptNow, since, type Again, type Shown } from './kept';
export { shown, type PageEvent } from './load';
