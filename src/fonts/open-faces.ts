import { described, fail } from '../problem/index.ts'
import type { Face } from './face.ts'

interface Known {
  readonly face: WeakRef<Face>
  readonly isOpen: () => boolean
  /** Its fonts were opened for embedding fonts. */
  readonly embeds: boolean
}

/**
 * The open faces by their ids. Layouts are plain data, in which faces stand by id; an id tells of a
 * font's contents, so that a layout that was cloned, or came from a worker, finds its faces on any
 * fonts that are the same. This is the one thing that all fonts of a program share: without
 * it, each call that takes a layout would have to be given its fonts as well. It keeps no face alive.
 */
const openedFaces = new Map<string, Known[]>()

/** An id goes with the last face that has it. */
const collected = new FinalizationRegistry((id: string) => {
  const left = (openedFaces.get(id) ?? []).filter(({ face }) => face.deref())
  if (left.length > 0) openedFaces.set(id, left)
  else openedFaces.delete(id)
})

export function rememberFace(face: Face, isOpen: () => boolean, embeds: boolean) {
  const others = (openedFaces.get(face.id) ?? []).filter(
    other => other.face.deref() && other.isOpen(),
  )
  openedFaces.set(face.id, [...others, { face: new WeakRef(face), isOpen, embeds }])
  collected.register(face, face.id)
}

/** The face that a run of a layout is set in. Throws `closed-fonts` where it belongs to no open fonts. */
export function faceOf(run: { readonly face: string }): Face {
  const id = run?.face
  if (typeof id !== 'string') {
    fail('bad-argument', `faceOf takes a run of a layout, not ${described(run)}`)
  }
  const candidates = openedFaces.get(id) ?? []
  let open: Face | undefined
  let found: Face | undefined
  for (const { face, isOpen, embeds } of candidates) {
    const openedFace = face.deref()
    if (openedFace && isOpen()) {
      // Of two entries for one font, the more capable one wins.
      if (embeds) return openedFace
      open ??= openedFace
    }
    found ??= openedFace
  }
  if (open) return open
  // Data that was read before the fonts were closed can still be drawn.
  if (found) return found
  openedFaces.delete(id)
  return fail('closed-fonts', `the face ${id} belongs to no open fonts`, {
    hint: 'open the fonts that the layout was set in',
  })
}
