/** Reads an object from JSON, as an attribute of an element has it; undefined for anything else. */
export function jsonObject(text: string): Record<string, never> | undefined {
  try {
    const value: unknown = JSON.parse(text)
    return isRecord(value) ? value : undefined
  } catch {
    return undefined
  }
}

/** The type of its members is checked where they are used. */
const isRecord = (value: unknown): value is Record<string, never> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
