import { InvalidArgumentError } from 'commander'

/** Readers of option values; what they throw becomes one line that names the option. */

export function positiveNumber(text: string): number {
  const value = Number(text)
  if (text.trim() === '' || !(value > 0 && value < Infinity)) {
    throw new InvalidArgumentError('It takes a number above 0.')
  }
  return value
}

export function wholeNumber(text: string): number {
  const value = Number(text)
  if (!/^\d+$/.test(text) || value < 1)
    throw new InvalidArgumentError('It takes a whole number from 1.')
  return value
}

export function anyNumber(text: string): number {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value)) {
    throw new InvalidArgumentError('It takes a number.')
  }
  return value
}

/** Two numbers with a comma between. */
export function numberPair(text: string): readonly [number, number] {
  const numbers = text.split(',').map(Number)
  const [a, b] = numbers
  if (numbers.length !== 2 || text.split(',').some(part => part.trim() === '')) {
    throw new InvalidArgumentError('It takes two numbers with a comma between.')
  }
  if (!Number.isFinite(a) || !Number.isFinite(b)) {
    throw new InvalidArgumentError('It takes two numbers with a comma between.')
  }
  return [a, b]
}

/** `name=text`, collected over repeated options. */
export function namedValue(
  text: string,
  before: Record<string, string> = {},
): Record<string, string> {
  const at = text.indexOf('=')
  if (at < 1) throw new InvalidArgumentError('It takes name=text.')
  return { ...before, [text.slice(0, at)]: text.slice(at + 1) }
}

export function repeated(text: string, before: readonly string[] = []): string[] {
  return [...before, text]
}
