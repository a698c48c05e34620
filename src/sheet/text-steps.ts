/**
 * Sizes to start from, a step for each part that text plays in an interface: in units, each about
 * 1.4 times the one below (a caption is a little less than the body). `defineSheet({ sizes: textSteps.sizes, styles: { ...textSteps.styles } })`.
 */
export const textSteps = {
  sizes: { display: 45, title: 32, heading: 22, body: 16, caption: 13 },
  styles: {
    display: { size: 'display', leading: 1.1, weight: 700 },
    title: { size: 'title', leading: 1.15, weight: 700 },
    heading: { size: 'heading', leading: 1.25, weight: 700 },
    body: { size: 'body', leading: 1.5 },
    caption: { size: 'caption', leading: 1.4 },
  },
} as const
