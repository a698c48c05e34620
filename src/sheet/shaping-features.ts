import type { Style } from './style.ts'

const known = new WeakMap<Style, readonly string[]>()
const none: readonly string[] = []

/** The OpenType features of a style, with those that its other properties ask for: `smcp=1`. */
export function shapingFeatures(style: Style): readonly string[] {
  let features = known.get(style)
  if (!features) {
    features = featuresOf(style)
    known.set(style, features)
  }
  return features
}

function featuresOf({ features, tracking, caps }: Style): readonly string[] {
  const asked = new Map<string, string>()
  // Letters set apart must not be joined in twos and threes (CSS Fonts 4, section 7.2).
  if (tracking !== 0) asked.set('liga', 'liga=0').set('clig', 'clig=0')
  if (caps === 'small-caps') asked.set('smcp', 'smcp=1')
  for (const feature of features) asked.set(feature.slice(0, 4), feature)
  return asked.size === 0 ? none : [...asked.values()]
}
