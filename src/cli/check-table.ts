import { visibleControls } from 'dot-line'
import { type Finding, situationText, subjectText, whereText } from 'dot-line/check'
import { counted } from './counted.ts'
import { cellWidths, isSingle, tableLines, type WidthOf, widened } from './table.ts'

const heads = ['text', 'what', 'worst at', 'where']

const cellsOf = (finding: Finding) => [
  subjectText(finding),
  visibleControls(finding.message),
  situationText(finding),
  whereText(finding),
]

/**
 * Findings by cause, the gravest first, each cause with how many there are; piece by piece, for they may
 * be more than memory has room for.
 */
export async function findingsTable(findings: Iterable<Finding>): Promise<Iterable<string>> {
  const first = shapeOf(findings, cell => cell.length)
  if (first.areAllSingle) return tablePieces(findings, first)
  return tablePieces(findings, shapeOf(findings, await cellWidths(false)))
}

/** The shape of a table, which needs all rows before the first is written. */
interface TableShape {
  readonly areAllSingle: boolean
  readonly widthOf: WidthOf
  /** Number of rows of each cause, and widths of their columns. */
  readonly causes: ReadonlyMap<string, { count: number; widths: readonly number[] }>
}

function shapeOf(findings: Iterable<Finding>, widthOf: WidthOf): TableShape {
  let areAllSingle = true
  const causes = new Map<string, { count: number; widths: readonly number[] }>()
  for (const finding of findings) {
    const cells = cellsOf(finding)
    areAllSingle &&= cells.every(isSingle)
    const cause = causes.get(finding.code) ?? { count: 0, widths: heads.map(widthOf) }
    causes.set(finding.code, cause)
    cause.count++
    cause.widths = widened(cause.widths, cells, widthOf)
  }
  return { areAllSingle, widthOf, causes }
}

function* tablePieces(
  findings: Iterable<Finding>,
  { causes, widthOf }: TableShape,
): Generator<string> {
  if (causes.size === 0) return yield 'nothing is wrong\n'
  let open: string | undefined
  let lines = tableLines(heads, [], widthOf)
  let [all, errors] = [0, 0]
  for (const finding of findings) {
    const { code, severity } = finding
    if (code !== open) {
      const { count = 0, widths = [] } = causes.get(code) ?? {}
      lines = tableLines(heads, widths, widthOf)
      yield `${open === undefined ? '' : '\n'}${code}: ${count}\n${lines.head()}`
      open = code
    }
    yield lines.row(cellsOf(finding))
    all++
    if (severity === 'error') errors++
  }
  const [errorCount, warningCount] = [counted(errors, 'error'), counted(all - errors, 'warning')]
  yield `\n${counted(all, 'finding')}: ${errorCount}, ${warningCount}\n`
}
