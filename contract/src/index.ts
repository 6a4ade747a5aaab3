export * from './audit';
export * from './basic';
export * from './clients';
export * from './compare';
export * from './connections';
export * from './endpoints';
export * from './health';
export * from './intake';
export { openApi } from './open-api';
