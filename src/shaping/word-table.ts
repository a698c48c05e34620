import type { ShapedGlyphs } from '../fonts/index.ts'

/**
 * Words of one face, script, language and set of features with their glyphs, in a few large blocks
 * of memory: of texts with tens of thousands of words, each is found with as few reads as can be.
 * Words are identified by their characters in a given text, so that no string is made to look one up.
 */
export interface WordTable {
  readonly size: number
  /** Its size, in bytes. */
  readonly bytes: number
  /** The number of the word in a part of a text; -1 where it is not known. */
  find(text: string, start: number, end: number, hash: number): number
  /** Adds a word whose glyphs are a part of a shaped text; clusters there count from `base`. */
  add(word: string, source: ShapedGlyphs, from: number, to: number, base: number): number
  clear(): void
  /** How often it was cleared: a word's number is valid until the next time. */
  readonly clearings: number
  glyphCount(word: number): number
  /** The character of a word's first cluster; -1 if the cluster has several. */
  firstCode(word: number): number
  lastCode(word: number): number
  /** The characters of its first and last clusters. */
  first(word: number): string
  last(word: number): string
  /** All of it. */
  text(word: number): string
  /**
   * The number of the glyphs of its first or last cluster: the same of all words that begin, or
   * end, with those.
   */
  edgeNumber(word: number, end: 'first' | 'last'): number
  /** A glyph of a word. */
  glyph(word: number, index: number): number
  /** Its advance, in font units. */
  glyphAdvance(word: number, index: number): number
  /** The offset in the word of the cluster it is of. */
  cluster(word: number, index: number): number
  /** Number of clusters of a word's first glyphs; without a number, of all of them. */
  clusterCount(word: number, glyphs?: number): number
  /** The sum of its advances, in font units. */
  advance(word: number): number
  /**
   * The index of the first glyph whose cluster starts at an offset or behind it; -1 where none
   * does.
   */
  glyphFrom(word: number, offset: number): number
  /** Whether a line may end at an offset as the word stands, before a glyph. */
  isSafeAt(word: number, glyph: number, offset: number): boolean
  /** The sum of the advances of its first glyphs. */
  advanceTo(word: number, glyph: number): number
  /** The `wordFlag` bits of each word. */
  readonly flags: Uint8Array
  /**
   * The first and the last character of each word where they were found to be what they are by
   * themselves, and are of ASCII; otherwise `noEdge`.
   */
  readonly firstEdges: Uint8Array
  readonly lastEdges: Uint8Array
  /**
   * Writes a word's glyphs from index `g` on, clusters counted from `start`; gives the next index.
   */
  write(word: number, into: Writable, g: number, start: number): number
}

export interface Writable {
  readonly glyphs: Uint32Array
  readonly advances: Int32Array
  readonly clusters: Uint32Array
  readonly unsafe: Uint8Array
  readonly offsetsX: Int32Array
  readonly offsetsY: Int32Array
}

/** One more character of a word whose hash is taken (FNV-1a); it starts with `firstHash`. */
export const nextHash = (hash: number, unit: number) => Math.imul(hash ^ unit, 0x01000193)
export const firstHash = 0x811c9dc5 | 0

/** Beyond ASCII. */
export const noEdge = 0x80

/** Facts about a word and its ends, as bits of `flags`. */
export const wordFlag = {
  startsPlain: 1,
  startsOther: 2,
  endsPlain: 4,
  endsOther: 8,
  /** The face does not have all of its characters. */
  lacksGlyph: 16,
  /** Whether lines may end inside it, and where they may, whether it stays as it stands. */
  unbroken: 32,
  safe: 64,
  unsafe: 128,
} as const

/**
 * Ints a glyph: its number, its advance, and its cluster with whether it is unsafe to break before.
 */
const glyphFields = 3

/**
 * The data of each word, in blocks with an entry for each word; there is space for `capacity`
 * words.
 */
function wordBlocks(capacity: number) {
  return {
    capacity,
    /** Numbers of words by their hash; -1 where none is. */
    slots: new Int32Array(capacity * 4).fill(-1),
    hashes: new Int32Array(capacity),
    textStarts: new Int32Array(capacity + 1),
    glyphStarts: new Int32Array(capacity + 1),
    firstCodes: new Int32Array(capacity),
    lastCodes: new Int32Array(capacity),
    firstLengths: new Uint16Array(capacity),
    lastLengths: new Uint16Array(capacity),
    advances: new Int32Array(capacity),
    flags: new Uint8Array(capacity),
    firstEdges: new Uint8Array(capacity).fill(noEdge),
    lastEdges: new Uint8Array(capacity).fill(noEdge),
    firstNumbers: new Int32Array(capacity),
    lastNumbers: new Int32Array(capacity),
  }
}

/** The size of the blocks of `wordBlocks`, for each word. */
const bytesPerWord = 4 * 4 + 8 * 4 + 2 * 2 + 3

/** Room for so many words at first: most programs set few in each face. */
const firstCapacity = 512

export function wordTable(): WordTable {
  let blocks = wordBlocks(firstCapacity)
  const offsets = new Map<number, readonly [x: Int32Array, y: Int32Array]>()
  /** The numbers of edges: no more than a font has letters, and marks on them. */
  const edges = new Map<string, number>()
  let units = new Uint16Array(1 << 12)
  let glyphs = new Int32Array(1 << 13)
  let size = 0
  let clearings = 0

  function grow() {
    const { slots, capacity, ...kept } = blocks
    const larger = wordBlocks(capacity * 2)
    larger.hashes.set(kept.hashes)
    larger.textStarts.set(kept.textStarts)
    larger.glyphStarts.set(kept.glyphStarts)
    larger.firstCodes.set(kept.firstCodes)
    larger.lastCodes.set(kept.lastCodes)
    larger.firstLengths.set(kept.firstLengths)
    larger.lastLengths.set(kept.lastLengths)
    larger.advances.set(kept.advances)
    larger.flags.set(kept.flags)
    larger.firstEdges.set(kept.firstEdges)
    larger.lastEdges.set(kept.lastEdges)
    larger.firstNumbers.set(kept.firstNumbers)
    larger.lastNumbers.set(kept.lastNumbers)
    blocks = larger
    for (let word = 0; word < size; word++) enter(word)
  }

  /** Puts a word where its hash is looked for. */
  function enter(word: number) {
    const { slots, hashes } = blocks
    let slot = slotOf(hashes[word])
    while (slots[slot] >= 0) slot = (slot + 1) & (slots.length - 1)
    slots[slot] = word
  }

  function slotOf(hash: number): number {
    return (hash ^ (hash >>> 15)) & (blocks.slots.length - 1)
  }

  /** The glyphs of a cluster, from the edge of the word inward. */
  function edgeKey(word: number, end: 'first' | 'last'): string {
    const { glyphStarts } = blocks
    const [from, to] = [glyphStarts[word], glyphStarts[word + 1]]
    const step = end === 'first' ? glyphFields : -glyphFields
    const start = end === 'first' ? from : to - glyphFields
    const clusterAt = (at: number) => glyphs[at + 2] >> 1
    let key = ''
    for (let at = start; at >= from && at < to && clusterAt(at) === clusterAt(start); at += step) {
      key += `${glyphs[at]},`
    }
    return key
  }

  function textOf(word: number, from: number, to: number): string {
    const start = blocks.textStarts[word]
    return String.fromCharCode(...units.subarray(start + from, start + to))
  }

  return {
    get size() {
      return size
    },
    get bytes() {
      return blocks.capacity * bytesPerWord + units.byteLength + glyphs.byteLength
    },
    get clearings() {
      return clearings
    },
    get flags() {
      return blocks.flags
    },
    get firstEdges() {
      return blocks.firstEdges
    },
    get lastEdges() {
      return blocks.lastEdges
    },
    find(text, start, end, hash) {
      const { slots, hashes, textStarts } = blocks
      for (let slot = slotOf(hash); ; slot = (slot + 1) & (slots.length - 1)) {
        const word = slots[slot]
        if (word < 0) return -1
        if (hashes[word] !== hash) continue
        const at = textStarts[word]
        if (textStarts[word + 1] - at !== end - start) continue
        let i = start
        while (i < end && text.charCodeAt(i) === units[at + i - start]) i++
        if (i === end) return word
      }
    },
    add(word, source, from, to, base) {
      if (size === blocks.capacity) grow()
      const index = size++
      const { hashes, textStarts, glyphStarts } = blocks
      let hash = firstHash
      const at = textStarts[index]
      if (at + word.length > units.length) {
        const larger = new Uint16Array(Math.max(at + word.length, units.length * 2))
        larger.set(units)
        units = larger
      }
      for (let i = 0; i < word.length; i++) {
        const unit = word.charCodeAt(i)
        hash = nextHash(hash, unit)
        units[at + i] = unit
      }
      textStarts[index + 1] = at + word.length
      hashes[index] = hash
      enter(index)
      let g = glyphStarts[index]
      const end = g + (to - from) * glyphFields
      if (end > glyphs.length) {
        const larger = new Int32Array(Math.max(end, glyphs.length * 2))
        larger.set(glyphs)
        glyphs = larger
      }
      let isOffset = false
      let advance = 0
      let isMissing = false
      let firstEnd = word.length
      for (let i = from; i < to; i++, g += glyphFields) {
        const cluster = source.clusters[i] - base
        glyphs[g] = source.glyphs[i]
        glyphs[g + 1] = source.advances[i]
        advance += source.advances[i]
        if (source.glyphs[i] === 0) isMissing = true
        glyphs[g + 2] = (cluster << 1) | source.unsafe[i]
        if (source.offsetsX[i] !== 0 || source.offsetsY[i] !== 0) isOffset = true
        if (cluster > 0 && cluster < firstEnd) firstEnd = cluster
      }
      glyphStarts[index + 1] = end
      if (isOffset) {
        offsets.set(index, [source.offsetsX.slice(from, to), source.offsetsY.slice(from, to)])
      }
      const lastStart = to > from ? source.clusters[to - 1] - base : 0
      const { firstLengths, lastLengths, firstCodes, lastCodes } = blocks
      firstLengths[index] = firstEnd
      lastLengths[index] = word.length - lastStart
      firstCodes[index] = firstEnd === 1 ? word.charCodeAt(0) : -1
      lastCodes[index] = word.length - lastStart === 1 ? word.charCodeAt(lastStart) : -1
      blocks.advances[index] = advance
      blocks.flags[index] = isMissing ? wordFlag.lacksGlyph : 0
      blocks.firstEdges[index] = noEdge
      blocks.lastEdges[index] = noEdge
      blocks.firstNumbers[index] = 0
      blocks.lastNumbers[index] = 0
      return index
    },
    clear() {
      blocks.slots.fill(-1)
      offsets.clear()
      edges.clear()
      size = 0
      clearings++
    },
    glyphCount: word => (blocks.glyphStarts[word + 1] - blocks.glyphStarts[word]) / glyphFields,
    firstCode: word => blocks.firstCodes[word],
    lastCode: word => blocks.lastCodes[word],
    first: word => textOf(word, 0, blocks.firstLengths[word]),
    last(word) {
      const { textStarts, lastLengths } = blocks
      const length = textStarts[word + 1] - textStarts[word]
      return textOf(word, length - lastLengths[word], length)
    },
    text: word => textOf(word, 0, blocks.textStarts[word + 1] - blocks.textStarts[word]),
    edgeNumber(word, end) {
      const { firstNumbers, lastNumbers } = blocks
      const numbers = end === 'first' ? firstNumbers : lastNumbers
      if (numbers[word] === 0) {
        const key = edgeKey(word, end)
        const known = edges.get(key) ?? edges.size + 1
        edges.set(key, known)
        numbers[word] = known
      }
      return numbers[word]
    },
    glyph: (word, index) => glyphs[blocks.glyphStarts[word] + index * glyphFields],
    glyphAdvance: (word, index) => glyphs[blocks.glyphStarts[word] + index * glyphFields + 1],
    cluster: (word, index) => glyphs[blocks.glyphStarts[word] + index * glyphFields + 2] >> 1,
    clusterCount(word, count) {
      const start = blocks.glyphStarts[word]
      const end = count === undefined ? blocks.glyphStarts[word + 1] : start + count * glyphFields
      let clusters = 0
      let before = -1
      for (let at = start; at < end; at += glyphFields) {
        const cluster = glyphs[at + 2] >> 1
        if (cluster !== before) clusters++
        before = cluster
      }
      return clusters
    },
    advance: word => blocks.advances[word],
    glyphFrom(word, offset) {
      const { glyphStarts } = blocks
      for (let at = glyphStarts[word], i = 0; at < glyphStarts[word + 1]; at += glyphFields, i++) {
        if (glyphs[at + 2] >> 1 >= offset) return i
      }
      return -1
    },
    isSafeAt: (word, glyph, offset) =>
      glyphs[blocks.glyphStarts[word] + glyph * glyphFields + 2] === offset << 1,
    advanceTo(word, glyph) {
      let sum = 0
      const start = blocks.glyphStarts[word]
      for (let i = 0; i < glyph; i++) sum += glyphs[start + i * glyphFields + 1]
      return sum
    },
    write(word, into, g, start) {
      const { glyphStarts } = blocks
      const end = glyphStarts[word + 1]
      const first = g
      for (let at = glyphStarts[word]; at < end; at += glyphFields, g++) {
        into.glyphs[g] = glyphs[at]
        into.advances[g] = glyphs[at + 1]
        const cluster = glyphs[at + 2]
        into.clusters[g] = start + (cluster >> 1)
        into.unsafe[g] = cluster & 1
      }
      const offset = offsets.size > 0 ? offsets.get(word) : undefined
      if (offset) {
        into.offsetsX.set(offset[0], first)
        into.offsetsY.set(offset[1], first)
      }
      return g
    },
  }
}
