/**
 * Whether floats of the page stand beside blocks: a box that keeps clear of floats is narrower there than the
 * block is (CSS 2, section 9.5). The page is written, then read, once for all of them.
 */
export function besideFloats(blocks: readonly HTMLElement[]): readonly boolean[] {
  const probes = blocks.map(block => {
    const probe = block.ownerDocument.createElement('div')
    for (const [name, value] of Object.entries(probeStyle)) {
      probe.style.setProperty(name, value, 'important')
    }
    block.before(probe)
    return probe
  })
  const widthOf = (element: Element) => element.getBoundingClientRect().width
  const found = blocks.map((block, i) => widthOf(probes[i]) < widthOf(block) - 0.5)
  for (const probe of probes) probe.remove()
  return found
}

/** Boxes without height are beside nothing. */
const probeStyle = {
  all: 'initial',
  display: 'flow-root',
  'block-size': '1px',
  'margin-block-end': '-1px',
  visibility: 'hidden',
}
