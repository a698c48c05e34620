/** A font that unpacks to more bytes than this is none that anybody sets interfaces in. */
export const largestFont = 1 << 27

/** A collection of more faces than this is broken, or means harm. */
export const mostFaces = 1024
