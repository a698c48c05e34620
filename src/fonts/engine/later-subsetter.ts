import { laterPart } from '../later-part.ts'
import type { WasmModule } from '../platform-types.ts'
import type { Subsetter } from './subsetter.ts'

/** As `startSubsetter` does, in parts of the library that a page fetches only where it embeds fonts. */
export async function laterSubsetter(module: WasmModule): Promise<Subsetter> {
  const part = await laterPart('makes subsets of fonts', () => import('./subsetter.ts'))
  return part.startSubsetter(module)
}
