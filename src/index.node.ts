export * from './core.ts'
export { openImage, openShelf } from './platform/node/index.ts'
export * from './platform/public.ts'
