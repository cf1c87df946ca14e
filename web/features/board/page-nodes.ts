import { Fragment, type Node as PageNode, type Schema } from '@tiptap/pm/model'
import type { Mark } from '../../../core/blocks/inline.ts'
import { Block, type Body } from '../../../core/post/body.ts'
import { stepEnd } from '../../../core/steps/steps.ts'
import { WebAddress } from '../../../core/post/web-address.ts'

/**
 * The editor's nodes and the post's blocks are the same tree: each block of the post has its node, and the other way
 * round, for as long as neither changes. A keystroke makes one new node and one new block; all others stay the
 * objects they are, and whatever was worked out from them stays with them.
 */
const blockOfNode = new WeakMap<PageNode, Block>()
const nodeOfBlock = new WeakMap<Block, PageNode>()

function pair(node: PageNode, block: Block): void {
  blockOfNode.set(node, block)
  nodeOfBlock.set(block, node)
}

/** The block that this node is. What the editor's schema lets through but no post can hold is left as it is for the door to name. */
export function blockOf(node: PageNode): Block {
  const known = blockOfNode.get(node)
  if (known) return known
  const json = tidy(node.toJSON())
  const parsed = Block.safeParse(json)
  const block = parsed.success ? parsed.data : (json as Block)
  pair(node, block)
  return block
}

export function nodeOf(block: Block, schema: Schema): PageNode {
  const known = nodeOfBlock.get(block)
  if (known?.type.schema === schema) return known
  const node = schema.nodeFromJSON(block)
  pair(node, block)
  return node
}

/** The node that holds a step while it is edited; a post says only where steps begin. */
export const STEP_BOX = 'stepBox'

/** Whether any step stands in the document. O(blocks), without looking into them. */
export function hasSteps(doc: PageNode): boolean {
  for (let i = 0; i < doc.childCount; i++) if (doc.child(i).type.name === STEP_BOX) return true
  return false
}

/** Every block of the document in reading order, and where it begins: those of steps stand in their boxes. */
export function eachBlock(doc: PageNode, visit: (node: PageNode, position: number) => void): void {
  doc.forEach((node, position) => {
    if (node.type.name !== STEP_BOX) visit(node, position)
    else node.forEach((inner, offset) => visit(inner, position + 1 + offset))
  })
}

/** Where every block of the document begins. O(blocks). */
export function blockStarts(doc: PageNode): number[] {
  const starts: number[] = []
  eachBlock(doc, (_, position) => starts.push(position))
  return starts
}

/** The body that this document is; `before` itself where it is the same. O(blocks) comparisons of pointers. */
export function bodyOf(doc: PageNode, before?: Body): Body {
  const content: Block[] = []
  eachBlock(doc, (node) => content.push(blockOf(node)))
  const same = before?.content.length === content.length && content.every((block, i) => block === before.content[i])
  return same ? before : { type: 'doc', content }
}

/** The document that this body is. */
export function docOf({ content }: Body, schema: Schema): PageNode {
  const nodes: PageNode[] = []
  const inner = (from: number, to: number) => content.slice(from, to).map((block) => nodeOf(block, schema))
  for (let at = 0; at < content.length; ) {
    const step = content[at]!.type === 'step'
    const end = step ? stepEnd(content, at) : at + 1
    nodes.push(...(step ? [schema.nodes[STEP_BOX]!.create(null, inner(at, end))] : inner(at, end)))
    at = end
  }
  return schema.topNodeType.create(null, Fragment.fromArray(nodes))
}

/** A post has no empty `attrs`, no cells that span others, and no link that a reader could not be sent to: the words stay, the link goes. */
function tidy(json: unknown): unknown {
  return JSON.parse(
    JSON.stringify(json, (key, value: unknown) => {
      if (key === 'attrs' && isEmptyOrSpan(value)) return undefined
      if (key === 'marks' && Array.isArray(value))
        return (value as Mark[]).filter((mark) => mark.type !== 'link' || WebAddress.safeParse(mark.attrs.href).success)
      return value
    }),
  )
}

/** What the editor's tables need of each cell and no post has. */
const isEmptyOrSpan = (attrs: unknown): boolean =>
  attrs !== null &&
  typeof attrs === 'object' &&
  Object.keys(attrs).every((key) => key === 'colspan' || key === 'rowspan')
