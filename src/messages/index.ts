export { messageFormat } from './message-format.ts'
