import type { Item } from './drawing.ts'

/** An item `scale` times as large, then moved. */
export function transformed(item: Item, scale: number, dx: number, dy: number): Item {
  const point = ([x, y]: readonly [number, number]) => [x * scale + dx, y * scale + dy] as const
  switch (item.kind) {
    case 'glyphs': {
      const [x, y] = point([item.x, item.y])
      return { ...item, x, y, size: item.size * scale }
    }
    case 'rectangle': {
      const [x, y] = point([item.x, item.y])
      const { width, height, radius } = item
      return { ...item, x, y, width: width * scale, height: height * scale, radius: radius * scale }
    }
    case 'image': {
      const [x, y] = point([item.x, item.y])
      return { ...item, x, y, width: item.width * scale, height: item.height * scale }
    }
    case 'rule':
      return { ...item, from: point(item.from), to: point(item.to), width: item.width * scale }
  }
}
