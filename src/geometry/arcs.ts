/** Cubics for an elliptical arc, by quarters at most: control points and ends, x and y in turn. */
export function arcCubics(
  cx: number,
  cy: number,
  rx: number,
  ry: number,
  /** Radians: how the ellipse is turned, where the arc starts, and how far it goes. */
  turned: number,
  start: number,
  sweep: number,
): number[] {
  const count = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 2) - 1e-9))
  const step = sweep / count
  // The distance of the handles from the ends of an arc, as a share of its radius.
  const handle = (4 / 3) * Math.tan(step / 4)
  const [cos, sin] = [Math.cos(turned), Math.sin(turned)]
  const points: number[] = []
  const add = (x: number, y: number) => {
    points.push(cx + cos * rx * x - sin * ry * y, cy + sin * rx * x + cos * ry * y)
  }
  for (let i = 0; i < count; i++) {
    const [a, b] = [start + i * step, start + (i + 1) * step]
    add(Math.cos(a) - handle * Math.sin(a), Math.sin(a) + handle * Math.cos(a))
    add(Math.cos(b) + handle * Math.sin(b), Math.sin(b) - handle * Math.cos(b))
    add(Math.cos(b), Math.sin(b))
  }
  return points
}
