import { fileURLToPath } from 'node:url'

const file = (path: string) =>
  fileURLToPath(new URL(`../../node_modules/@expo-google-fonts/${path}`, import.meta.url))

/** Faces for scripts that the built-in families do not have. */
export const arabicFonts = [
  file('noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf'),
  file('noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf'),
]
export const hebrewFonts = [
  file('noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf'),
  file('noto-sans-hebrew/700Bold/NotoSansHebrew_700Bold.ttf'),
]
export const thaiFonts = [file('noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf')]
