import { describe, expect, it } from 'vitest'
import { insideTag, templateParts } from './tags.ts'

const cut = (text: string) => [...templateParts(text)].map(({ kind, text: part }) => `${kind} ${part}`)

describe('a template’s parts', () => {
  it('are its tags, its comments and what stands between', () => {
    expect(cut('a{% if x %}b{# no {% tag %} #}{v}')).toEqual([
      'plain a',
      'tag {% if x %}',
      'plain b',
      'comment {# no {% tag %} #}',
      'plain {v}',
    ])
  })

  it('are plain where they do not close', () => {
    expect(cut('{# a {% b')).toEqual(['plain {# a {% b'])
    expect(cut('{% a {# b #}')).toEqual(['plain {% a ', 'comment {# b #}'])
    expect(cut('')).toEqual([])
  })

  it('lose their signs', () => {
    expect([insideTag('{%- if x -%}'), insideTag('{%%}')]).toEqual(['if x', ''])
  })
})
