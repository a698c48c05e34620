import { fieldAttribute } from './field-attribute.ts'
import type { FieldSetting, FieldStyles } from './field-styles.ts'
import type { LaterPart } from './later-part.ts'
import { fieldsPart } from './later-parts.ts'
import { cancelFrame, nextFrame } from './page-abilities.ts'

/**
 * Watches for fields and buttons of the page that ask for a style: `<input data-dotline-style="field">`.
 * What styles them is loaded for the first.
 */
export function watchFields(
  root: Element | Document,
  id: string,
  load: (part: LaterPart, then: () => void) => void,
  setting: FieldSetting,
): FieldStyles {
  let styles: FieldStyles | undefined
  let isAsked = false
  let frame = 0

  function refresh() {
    frame = 0
    if (styles) return styles.refresh()
    if (isAsked || root.querySelector(`[${fieldAttribute}]`) === null) return
    isAsked = true
    load(fieldsPart, () => {
      styles = fieldsPart.current()?.fieldStyles(root, id, setting)
    })
  }

  const changes = new MutationObserver(() => {
    if (frame === 0) frame = nextFrame(refresh)
  })
  changes.observe(root, { childList: true, subtree: true, attributeFilter: [fieldAttribute] })
  refresh()
  return {
    refresh,
    stop() {
      cancelFrame(frame)
      changes.disconnect()
      styles?.stop()
    },
  }
}
