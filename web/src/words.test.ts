import { parse as parseSfc } from '@vue/compiler-sfc'
import ts from 'typescript'
import { describe, expect, it } from 'vitest'

/** Tables that hold the words of choices, questions and cautions, each in one place of its own; how days and months are typed is read in `when`. */
const TABLES = /\/(words|cautionWords|choices|kinds|asked|when)\.ts$/
/** Codes of the API that look like a sentence. */
const CODES = ['too many fills']
const OURS = import.meta.glob('./**/*.{ts,vue}', { query: '?raw', import: 'default', eager: true }) as Record<
  string,
  string
>
/** Attributes that are read by somebody; the others are for machines. */
const READ = /^(label|title|hint|sentence|placeholder|aria-label|header|aside|words|example|alt|data-says)$/
/** A word as it stands in a sentence: letters, perhaps a stop behind it. A style, an address or an id is none. */
const WORD = /(?<!\S)[(“]?[A-Za-z’]{2,}[,.:;)”!?…]*(?!\S)/g
const isSentence = (text: string) => (text.match(WORD) ?? []).length >= 3

function inScript(source: string, from = 'a.ts'): string[] {
  const found: string[] = []
  const visit = (node: ts.Node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isStringLiteralLike(node) && isSentence(node.text) && !CODES.includes(node.text))
      found.push(node.text)
    if (ts.isTemplateExpression(node)) {
      const text = node.head.text + node.templateSpans.map((s) => `0${s.literal.text}`).join('')
      if (isSentence(text)) found.push(text)
    }
    ts.forEachChild(node, visit)
  }
  visit(ts.createSourceFile(from, source, ts.ScriptTarget.Latest, true))
  return found
}

type Node = { type: number; content?: unknown; props?: Prop[]; children?: Node[]; loc: { source: string } }
type Prop = {
  type: number
  name: string
  value?: { content: string }
  exp?: { loc: { source: string } }
  loc: { source: string }
}

function inTemplate(node: Node): string[] {
  const found: string[] = []
  for (const p of node.props ?? []) {
    if (p.type === 6 && READ.test(p.name) && isSentence(p.value?.content ?? '')) found.push(p.value!.content)
    if (p.type === 7 && p.exp && p.name === 'bind' && !/^:class|^:style/.test(p.loc.source))
      found.push(...inScript(`(${p.exp.loc.source})`))
  }
  let run = ''
  const close = () => {
    if (isSentence(run)) found.push(run.trim())
    run = ''
  }
  for (const child of node.children ?? []) {
    if (child.type === 2) run += String(child.content)
    else if (child.type === 5) {
      run += ' 0 '
      found.push(...inScript(`(${(child.content as { loc: { source: string } }).loc.source})`))
    } else {
      close()
      found.push(...inTemplate(child))
    }
  }
  close()
  return found
}

function sentencesOf(path: string, source: string): string[] {
  if (!path.endsWith('.vue')) return inScript(source)
  const { descriptor } = parseSfc(source, { filename: path })
  const script = descriptor.scriptSetup?.content ?? ''
  const template = descriptor.template?.ast as unknown as Node | undefined
  return [...inScript(script), ...(template ? inTemplate(template) : [])]
}

describe('what the screens say', () => {
  it('is seen wherever it stands', () => {
    const page = (template: string, script = '') =>
      sentencesOf('a.vue', `<script setup lang="ts">\n${script}\n</script>\n<template>${template}</template>`)
    expect(page('<p>No fish have come.</p>')).toEqual(['No fish have come.'])
    expect(page('<p>{{ n }} fish are <b>ill</b></p>')).toEqual([])
    expect(page('<p>{{ n }} fish were seen ill</p>')).toEqual(['0  fish were seen ill'])
    expect(page('<A label="How many came" class="flex gap three" />')).toEqual(['How many came'])
    expect(page('<p>{{ a ? `${n} of them died` : "" }}</p>')).toEqual(['0 of them died'])
    expect(page('<p />', 'const a = "as it was typed"')).toEqual(['as it was typed'])
    expect(page('<p>strike out</p>', 'const a = "grid gap-2"')).toEqual([])
  })

  it('stands in the words of its part of the house, once: another language is one more set of them', () => {
    const found = Object.entries(OURS)
      .filter(([path]) => !TABLES.test(path) && !/\.test\.ts$|\/testing\/|schema\.d\.ts$/.test(path))
      .flatMap(([path, source]) => sentencesOf(path, source).map((s) => `${path}: ${s}`))
    expect(found).toEqual([])
  }, 30_000)

  it('is not written again where two parts of the house say it: that stands in the shared words', () => {
    const places: Record<string, string[]> = {}
    for (const [path, source] of Object.entries(OURS))
      if (path.endsWith('/words.ts'))
        for (const text of inScript(source)) places[text] = [...(places[text] ?? []), path]
    expect(Object.entries(places).filter(([, paths]) => paths.length > 1)).toEqual([])
  })
})
