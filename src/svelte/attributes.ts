// For the component, which is compiled by the application that uses it.
export { setTextData, textAttributes } from '../components/index.ts'
