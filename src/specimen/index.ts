export { type SpecimenOptions, specimen } from './specimen.ts'
