export * from './labor-sheet';
export * from './equipment-sheet';
export * from './overhead';
export * from './price-rule';
export * from './assembly-quantity';
export * from './budget';
export * from './sheet-parts';
export * from './choices';
