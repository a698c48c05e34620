export { type SpecimenOptions, specimen } from './specimen.ts'
export { specimenPage } from './specimen-page.ts'
