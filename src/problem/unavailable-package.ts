import { fail } from './problem.ts'

/** Tells of a package that only those install who use it. `what` are those that need it. */
export function unavailablePackage(what: string, name: string, error: unknown): never {
  const [reason] = (error instanceof Error ? error.message : String(error)).split('\n')
  // Where something that it needs itself is missing, that has another name.
  const isMissing = /^Cannot find (module|package)/.test(reason) && reason.includes(`'${name}'`)
  return fail(
    'unavailable-package',
    isMissing
      ? `${what} need the package ${name}, which is not installed`
      : `${what} need the package ${name}, which cannot be loaded: ${reason}`,
    { hint: `npm install ${name}` },
  )
}
