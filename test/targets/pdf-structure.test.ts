import { describe, expect, it } from 'vitest'
import type { GroupItem } from '../../src/drawing/index.ts'
import { DocumentStructure } from '../../src/targets/pdf/structure.ts'
import { UnmetRequirements } from '../../src/targets/pdf/unmet-requirements.ts'

describe('the requirements of PDF/UA', () => {
  const unmetOf = (...elements: readonly (readonly [type: string, label?: string])[]) => {
    const requirements = new UnmetRequirements()
    for (const [type, label] of elements) requirements.note(type, label)
    return [...requirements.all]
  }

  it('want alternative text of figures and formulas', () => {
    expect(unmetOf(['Figure'], ['Formula'], ['P'])).toEqual([
      'a figure has no label',
      'a formula has no label',
    ])
    expect(unmetOf(['Figure', 'A quay'], ['Formula', 'x'])).toEqual([])
  })

  it('want a heading of each level', () => {
    expect(unmetOf(['H1'], ['H2'], ['H3'], ['H1'])).toEqual([])
    expect(unmetOf(['H2'], ['H4'])).toEqual([
      'a heading of level 2 follows none',
      'a heading of level 4 follows one of level 2',
    ])
  })
})

describe('the structure of pages', () => {
  const written = () => {
    const contents: string[] = []
    const unused = () => {
      throw new Error('not asked for')
    }
    const objects = {
      reserve: () => contents.push('') - 1,
      set(number: number, content: string) {
        contents[number] = content
      },
      add: (content: string) => contents.push(content) - 1,
      addStream: unused,
      addRaw: unused,
      end: unused,
    }
    return { structure: new DocumentStructure(objects), contents }
  }
  const group = (more: Partial<GroupItem>): GroupItem => ({ kind: 'group', items: [], ...more })
  const elementOf = (contents: readonly string[], type: string) =>
    contents.filter(content => content.includes(`/S /${type} `))

  it('is of one element where a group goes on on the next page', () => {
    const { structure, contents } = written()
    for (const page of [101, 102]) {
      const own = structure.page(page, 'en')
      const table = group({ role: 'table', id: 'tides', continues: true })
      own.enter(table)
      own.leave(table)
      structure.endPage()
    }
    structure.end()
    expect(elementOf(contents, 'Table')).toHaveLength(1)
    expect(elementOf(contents, 'Document')[0]).toMatch(/\/K \[\d+ 0 R\]/)
  })

  it('says languages that differ, and spans of cells', () => {
    const { structure, contents } = written()
    const page = structure.page(101, 'en')
    for (const item of [
      group({ role: 'cell', columnSpan: 2, language: 'en' }),
      group({ role: 'columnheader', language: 'de' }),
    ]) {
      page.enter(item)
      page.leave(item)
    }
    structure.endPage()
    structure.end()
    expect(elementOf(contents, 'TD')[0]).toContain('/A << /O /Table /ColSpan 2 >>')
    expect(elementOf(contents, 'TD')[0]).not.toContain('/Lang')
    expect(elementOf(contents, 'TH')[0]).toContain('/Lang')
    expect(elementOf(contents, 'TH')[0]).toContain('/Scope /Column')
  })

  it('marks what is decoration as no element', () => {
    const { structure, contents } = written()
    const page = structure.page(101, 'en')
    const rule = group({ role: 'none' })
    page.enter(rule)
    expect(page.mark(false)).toBe('/Artifact BMC\n')
    page.leave(rule)
    expect(page.end()).toBe('EMC\n')
    structure.endPage()
    structure.end()
    expect(contents.filter(content => content.includes('/StructElem'))).toHaveLength(1)
  })
})
