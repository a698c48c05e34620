/**
 * Whether a float of the page stands beside a block: a box that keeps clear of floats is narrower there
 * than the block is (CSS 2, section 9.5). Writes and reads the page, so ask it of few.
 */
export function besideFloat(block: HTMLElement): boolean {
  const probe = block.ownerDocument.createElement('div')
  for (const [name, value] of Object.entries(probeStyle)) {
    probe.style.setProperty(name, value, 'important')
  }
  block.before(probe)
  const isBeside = probe.getBoundingClientRect().width < block.getBoundingClientRect().width - 0.5
  probe.remove()
  return isBeside
}

/** Boxes without height are beside nothing. */
const probeStyle = {
  all: 'initial',
  display: 'flow-root',
  'block-size': '1px',
  'margin-block-end': '-1px',
  visibility: 'hidden',
}
