export { acceptedText, readAccepted, withoutAccepted } from './accepted.ts'
export type { Before } from './affected.ts'
export { type CheckOptions, check, eachFinding } from './check.ts'
export type { Finding, FindingCode, Situation } from './finding.ts'
export { compareFindings, findingId } from './finding-order.ts'
export {
  type CheckPart,
  checkParts,
  findingsText,
  mergedFindings,
  readFinding,
  readPart,
} from './part-file.ts'
export { placesJsonSchema } from './place-fields.ts'
export type { PlaceList, TextPlace } from './place-list.ts'
export { proofDrawings } from './proof-drawings.ts'
export { proofPage } from './proof-page.ts'
export type { ProofOptions } from './proof-texts.ts'
export { type PseudoKind, pseudoCatalog } from './pseudo-locale.ts'
export { type PlacesFile, readPlaces } from './read-places.ts'
export { junitReport } from './reports/junit-report.ts'
export { markdownReport } from './reports/markdown-report.ts'
export { type ReportFormat, reportPieces } from './reports/report-pieces.ts'
export { sarifReport } from './reports/sarif-report.ts'
export { byCode, countsOf, situationText, subjectText, whereText } from './reports/words.ts'
