/** The key under which fonts keep data of other parts about their faces. */
export const notes: unique symbol = Symbol('what was found out about fonts')
