/** What may be meant by the letters before the caret: where they begin, and what they may become. */
export interface Completions {
  readonly from: number
  readonly words: readonly string[]
}

const most = 12

/** Words that begin with what is written, those that hold it elsewhere after them. */
export function completing(known: readonly string[], written: string): readonly string[] {
  const small = written.toLowerCase()
  const begins = known.filter(word => word.toLowerCase().startsWith(small))
  const holds = known.filter(word => !begins.includes(word) && word.toLowerCase().includes(small))
  return [...begins, ...holds].filter(word => word !== written).slice(0, most)
}

/** Offers words below a field; Tab takes the first, and each is a button. */
export function completeIn(
  field: HTMLTextAreaElement,
  list: HTMLUListElement,
  at: (before: string) => Completions | undefined,
) {
  let shown: Completions | undefined

  function take(word: string) {
    if (!shown) return
    field.setRangeText(word, shown.from, field.selectionStart, 'end')
    field.dispatchEvent(new Event('input'))
    field.focus()
  }

  function offer() {
    shown = at(field.value.slice(0, field.selectionStart))
    const items = (shown?.words ?? []).map(word => {
      const item = document.createElement('li')
      const button = document.createElement('button')
      button.type = 'button'
      button.textContent = word
      button.addEventListener('click', () => take(word))
      item.append(button)
      return item
    })
    list.replaceChildren(...items)
  }

  field.addEventListener('input', offer)
  field.addEventListener('click', offer)
  field.addEventListener('keydown', event => {
    const first = shown?.words[0]
    if (event.key === 'Escape') {
      // From here on Tab leaves the field.
      shown = undefined
      list.replaceChildren()
    } else if (event.key === 'Tab' && !event.shiftKey && first !== undefined) {
      event.preventDefault()
      take(first)
    }
  })
}
