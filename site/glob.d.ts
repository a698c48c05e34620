interface ImportMeta {
  /** Vite's import of many files at once. */
  glob<T>(
    patterns: readonly string[],
    options: { readonly query: string; readonly import: string; readonly eager: true },
  ): Readonly<Record<string, T>>
}
