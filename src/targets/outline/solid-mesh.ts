/** Corners of a solid, and its triangles by them, counter-clockwise from outside. */
export interface SolidMesh {
  /** x, y and z in turn, as the file has them: in 32 bits. */
  readonly corners: Float32Array
  readonly triangles: Uint32Array
}

interface BodyMesh {
  readonly numProp: number
  readonly vertProperties: Float32Array
  readonly triVerts: Uint32Array
}

/**
 * Bodies as one mesh, as who reads the file makes it: corners at one place are one, and triangles
 * that have two corners at one place are none.
 */
export function mergedMesh(bodies: readonly BodyMesh[]): SolidMesh {
  const numbers = new Map<string, number>()
  const corners: number[] = []
  const triangles: number[] = []
  for (const { numProp, vertProperties: v, triVerts } of bodies) {
    const cornerOf = (vertex: number) => {
      const at = vertex * numProp
      const key = `${v[at]},${v[at + 1]},${v[at + 2]}`
      let number = numbers.get(key)
      if (number === undefined) {
        number = numbers.size
        numbers.set(key, number)
        corners.push(v[at], v[at + 1], v[at + 2])
      }
      return number
    }
    for (let i = 0; i < triVerts.length; i += 3) {
      const [a, b, c] = [
        cornerOf(triVerts[i]),
        cornerOf(triVerts[i + 1]),
        cornerOf(triVerts[i + 2]),
      ]
      if (a !== b && b !== c && c !== a) triangles.push(a, b, c)
    }
  }
  return { corners: Float32Array.from(corners), triangles: Uint32Array.from(triangles) }
}

/** Whether each side of a triangle is that of one other, which runs against it: the mesh has no holes. */
export function isClosed({ corners, triangles }: SolidMesh): boolean {
  const count = corners.length / 3
  const sides = new Set<number>()
  for (let i = 0; i < triangles.length; i += 3) {
    for (let k = 0; k < 3; k++) {
      const side = triangles[i + k] * count + triangles[i + ((k + 1) % 3)]
      if (sides.has(side)) return false
      sides.add(side)
    }
  }
  for (const side of sides) {
    if (!sides.has((side % count) * count + Math.floor(side / count))) return false
  }
  return true
}

const headBytes = 80
const triangleBytes = 50

/** Binary STL: of each triangle its normal and its corners, counter-clockwise from outside. */
export function writtenStl({ corners: v, triangles }: SolidMesh): Uint8Array {
  const count = triangles.length / 3
  const bytes = new Uint8Array(headBytes + 4 + count * triangleBytes)
  const view = new DataView(bytes.buffer)
  view.setUint32(headBytes, count, true)
  let at = headBytes + 4
  // By its figures one by one: a plate has hundreds of thousands of triangles.
  const put = (x: number, y: number, z: number) => {
    view.setFloat32(at, x, true)
    view.setFloat32(at + 4, y, true)
    view.setFloat32(at + 8, z, true)
    at += 12
  }
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [triangles[i] * 3, triangles[i + 1] * 3, triangles[i + 2] * 3]
    const [ux, uy, uz] = [v[b] - v[a], v[b + 1] - v[a + 1], v[b + 2] - v[a + 2]]
    const [wx, wy, wz] = [v[c] - v[a], v[c + 1] - v[a + 1], v[c + 2] - v[a + 2]]
    const x = uy * wz - uz * wy
    const y = uz * wx - ux * wz
    const z = ux * wy - uy * wx
    const length = Math.sqrt(x * x + y * y + z * z) || 1
    put(x / length, y / length, z / length)
    put(v[a], v[a + 1], v[a + 2])
    put(v[b], v[b + 1], v[b + 2])
    put(v[c], v[c + 1], v[c + 2])
    at += triangleBytes - 48
  }
  return bytes
}
