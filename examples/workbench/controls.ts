import type { Fonts, Sheet } from 'dot-line'
import { found } from '../found.ts'

/** What the controls change: a value at a path of the sheet. */
export type Change = (path: readonly string[], value: unknown) => void

const uses = found('#uses', HTMLParagraphElement)

/** A control for each ink that is a color, and for each size that is a number. */
export function showControls(sheet: Sheet, change: Change) {
  const definition: unknown = sheet.definition()
  const inks = valuesOf(definition, 'inks').filter(
    (entry): entry is [string, string] =>
      typeof entry[1] === 'string' && /^#[0-9a-f]{6}$/i.test(entry[1]),
  )
  found('#inks', HTMLDivElement).replaceChildren(
    ...inks.map(([name, value]) =>
      control(name, 'color', value, sheet, next => change(['inks', name], next)),
    ),
  )
  const sizes = valuesOf(definition, 'sizes').filter(
    (entry): entry is [string, number] => typeof entry[1] === 'number',
  )
  found('#sizes', HTMLDivElement).replaceChildren(
    ...sizes.map(([name, value]) =>
      control(name, 'number', String(value), sheet, next => {
        const units = Number(next)
        if (units > 0) change(['sizes', name], units)
      }),
    ),
  )
}

function valuesOf(definition: unknown, part: string): [string, unknown][] {
  if (typeof definition !== 'object' || definition === null) return []
  const values: unknown = Reflect.get(definition, part)
  return typeof values === 'object' && values !== null ? Object.entries(values) : []
}

function control(
  name: string,
  type: 'color' | 'number',
  value: string,
  sheet: Sheet,
  change: (value: string) => void,
): HTMLElement {
  const label = document.createElement('label')
  const input = document.createElement('input')
  input.type = type
  input.value = value
  if (type === 'number') input.min = '1'
  input.addEventListener('change', () => change(input.value))
  // Where it is used is told when it is about to be changed.
  input.addEventListener('focus', () => {
    const users = usersOf(sheet, name)
    uses.textContent =
      users.length === 0 ? `${name} is used by no style` : `${name} is used by ${users.join(', ')}`
  })
  label.append(name, input)
  return label
}

/** The styles that state a name for one of their properties. */
function usersOf(sheet: Sheet, name: string): readonly string[] {
  return sheet.styleNames.filter(style => sheet.why(style).some(({ stated }) => stated === name))
}

/** Families by what is asked for; each can be tried in place. */
export function showFamilies(fonts: Fonts, change: Change) {
  const [name, script, weight] = ['#family-name', '#family-script', '#family-weight'].map(id =>
    found(id, HTMLInputElement),
  )
  const list = found('#families', HTMLUListElement)
  const search = () => {
    const wanted = Number(weight.value)
    const faces = fonts.find({
      ...(name.value !== '' && { name: name.value }),
      ...(script.value.length === 4 && { script: script.value }),
      ...(wanted > 0 && { weight: wanted }),
    })
    const families = [...new Set(faces.map(face => face.family))]
    list.replaceChildren(
      ...families.map(family => {
        const item = document.createElement('li')
        const button = document.createElement('button')
        button.type = 'button'
        button.textContent = `Try ${family}`
        button.addEventListener('click', () =>
          change(['styles', 'defaults', 'family'], family === 'sans' ? 'sans' : [family, 'sans']),
        )
        item.append(button)
        return item
      }),
    )
  }
  for (const input of [name, script, weight]) input.addEventListener('input', search)
  search()
}
