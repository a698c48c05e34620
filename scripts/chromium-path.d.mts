export const chromiumPath: string
export const chromiumMissing: string
