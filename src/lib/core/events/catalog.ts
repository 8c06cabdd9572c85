import { BUYING } from './buying';
import { COMPANY } from './company';
import { ESTIMATES } from './estimates';
import { MONEY } from './money';
import { PRICES } from './prices';
import { SALES } from './sales';
import { WORK } from './work';

/** All that can happen, by its code. A second language is a second catalog with the same codes. */
export const CATALOG = { ...SALES, ...ESTIMATES, ...PRICES, ...WORK, ...MONEY, ...BUYING, ...COMPANY };
