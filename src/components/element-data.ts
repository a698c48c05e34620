import type { RichText, Values } from '../core.ts'
import { type TextData, textData } from './text-attributes.ts'

/** An element that is there; the page may come to know it later. */
interface DataElement {
  rich?: RichText | undefined
  values?: Values | undefined
}

const given = new WeakMap<DataElement, TextData>()

/** Gives an element what no attribute of it can hold, and takes back what it had of that before. */
export function setTextData(element: DataElement, props: TextData) {
  const data = textData(props)
  const before = given.get(element) ?? {}
  given.set(element, data)
  if (data.rich !== before.rich) element.rich = data.rich
  if (data.values !== before.values && (data.values || !props.values)) element.values = data.values
}
