import type { Url } from '../fonts/index.ts'

/** Address of the file that makes subsets of fonts: for `openFonts({ embedding })` in an application that is bundled. */
export const subsetterUrl: Url = new URL('../../assets/wasm/harfbuzz-subset.wasm', import.meta.url)
