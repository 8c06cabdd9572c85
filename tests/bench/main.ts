import { writeFileSync } from 'node:fs';
import { benchPageBench } from './bench-page';
import { coreBench } from './core';
import { databaseBench } from './database';
import { pagesBench } from './pages';
import { print } from './measure';
import { papersBench } from './papers';
import { quotesBench } from './quotes';
import { pricingBench } from './pricing';

coreBench();
await databaseBench();
await pricingBench();
await quotesBench();
await papersBench();
await benchPageBench();
await pagesBench();
writeFileSync('bench-results.json', `${JSON.stringify(print(), null, '\t')}\n`);
process.exit(0);
