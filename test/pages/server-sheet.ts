/** What server and page set the same texts with. */
export const serverSheet = {
  inks: { deep: '#0b3d5c' },
  styles: {
    defaults: { ink: 'deep' },
    body: { size: 17, leading: 1.4 },
    strong: { weight: 700 },
    link: { underline: true },
  },
} as const
