import { fail } from '../problem/index.ts'

/**
 * A part of the library that is loaded when it is needed: pages fetch it then. Throws `missing-asset`
 * where it cannot be, which the platform says in words of its own.
 */
export async function laterPart<T>(what: string, load: () => Promise<T>): Promise<T> {
  return load().catch((error: unknown) => {
    const said = error instanceof Error ? error.message.split('\n')[0] : String(error)
    return fail('missing-asset', `what ${what} cannot be loaded`, {
      hint: `it is in a file of the package that is fetched when it is needed (${said})`,
    })
  })
}
