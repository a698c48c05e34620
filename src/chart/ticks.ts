import type { Layout } from '../core.ts'
import { described, fail, type Problem, warningProblem } from '../problem/index.ts'
import type { ChartAxis, ChartScale } from './axis.ts'
import type { ChartTexts, PartFrame } from './chart-texts.ts'
import { valueWriter } from './formats.ts'

/** A value with its label, which is set when it is asked for. */
export interface Tick {
  readonly value: unknown
  readonly at: number
  readonly text: string
  /** Offset behind the whole part of a number. */
  readonly wholeEnd?: number | undefined
}

export interface Ticks {
  /** In the order in which they stand. */
  readonly list: readonly Tick[]
  readonly problems: readonly Problem[]
}

/** The values of an axis where its scale puts them. */
export function ticksOf(
  name: string,
  axis: ChartAxis,
  scale: ChartScale,
  values: readonly unknown[],
  language: string,
): Ticks {
  const write = valueWriter(axis.format, language, values)
  const problems: Problem[] = []
  const middle = bandwidthOf(name, scale) / 2
  const list: Tick[] = []
  values.forEach((value, i) => {
    const at = positionOf(scale, value)
    if (at === undefined) {
      const message = `the scale of the ${name} axis has no place for ${described(value)}`
      problems.push(warningProblem('off-scale', message, { location: `axes.${name}.ticks[${i}]` }))
      return
    }
    const { text, wholeEnd } = write(value, i)
    list.push({ value, at: at + middle, text, wholeEnd })
  })
  return { list: list.toSorted((a, b) => a.at - b.at), problems }
}

/** The position of a value; undefined if the scale has no place for it. */
export function positionOf(scale: ChartScale, value: unknown): number | undefined {
  // The caller makes sure that ticks and scale belong to one axis, so the value has the scale's
  // type.
  const at = scale(value as never)
  return typeof at === 'number' && Number.isFinite(at) ? at : undefined
}

export function bandwidthOf(name: string, scale: ChartScale): number {
  const width = scale.bandwidth?.() ?? 0
  if (Number.isFinite(width) && width >= 0) return width
  return fail('bad-scale', `the bands of the ${name} axis are ${described(width)} wide`)
}

/** Sets labels of ticks, each once a frame. */
export function tickSetter(texts: ChartTexts) {
  const plain = new Map<string, Layout>()
  return {
    /** On one line, as wide as it is. */
    line(text: string): Layout {
      const layout = plain.get(text) ?? texts.setPlain('tick', text)
      plain.set(text, layout)
      return layout
    },
    within: (text: string, frame: PartFrame) => texts.setPlain('tick', text, frame),
  }
}

export type TickSetter = ReturnType<typeof tickSetter>
