import { Selection } from '@tiptap/pm/state'
import { EditorContent } from '@tiptap/react'
import { memo, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { remsAsPx } from '../../../core/page/html.ts'
import { houseCss } from '../../../core/page/house-css.ts'
import { directionOf, longDate } from '../../../core/readers/languages.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { LONGEST } from '../../../core/post/limits.ts'
import { byFinger } from '../../ui/by-finger.ts'
import { useBoard } from './board-context.tsx'
import { type Told, useTold } from '../../ui/told.ts'
import { type Dragged, isDragged } from './use-board-drag.tsx'
import { useRowKeys } from './use-row-keys.ts'
import { indexOfPic } from './drop-target.ts'
import { followClick } from './follow-click.ts'
import { Guides } from './guides.tsx'
import { TableTools } from './other-forms.tsx'
import { TextTools } from './text-tools.tsx'

/** The page on the board, at true scale and in the very rules that readers get. */
export const Paper = memo(function Paper({
  dragged,
  waysOpen,
  scale,
  onWriting,
}: {
  dragged: Told<Dragged | null>
  /** the ways are shown in its place, but while something is dragged: it is neither laid out nor drawn, and keeps its size */
  waysOpen: boolean
  /** of the page, 1 is true */
  scale: number
  onWriting: () => void
}) {
  const board = useBoard()
  const { draft, editor, house, window: width, selectRow } = board
  const dragging = useTold(dragged, isDragged)
  const hidden = waysOpen && !dragging
  const scroller = useRef<HTMLDivElement>(null)
  const sheet = useRef<HTMLDivElement>(null)
  const title = useRef<HTMLTextAreaElement>(null)

  // Drawn smaller the page still takes its own height; the sheet on the board takes what is seen.
  const own = useRef<HTMLDivElement | null>(null)
  const [height, setHeight] = useState(0)
  useLayoutEffect(() => {
    const element = own.current
    if (!element || scale === 1) return
    const measure = () => setHeight(element.offsetHeight)
    measure()
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    return () => observer.disconnect()
  }, [scale])

  // A selection in what is not laid out would have it laid out for every frame. The editor has its own, and puts it
  // back when the hands return to it.
  const wasHidden = useRef(false)
  useLayoutEffect(() => {
    if (hidden) document.getSelection()?.removeAllRanges()
    // Whoever gave the hands back to it before it was there gave them to nobody.
    else if (wasHidden.current && document.activeElement === document.body && !byFinger()) editor.view.focus()
    wasHidden.current = hidden
  }, [hidden, editor])

  // A page wider than the board is cut alike on both sides: the column stays in the middle.
  useLayoutEffect(() => {
    const element = scroller.current
    if (!element) return
    // In a window that grows or shrinks, what is in the middle stays there too.
    let [beside, wide] = [0, 0]
    const middle = () => (element.scrollWidth - element.clientWidth) / 2
    const centre = () => {
      wide = element.clientWidth
      element.scrollLeft = middle() + beside
    }
    const note = () => {
      // Scrolled by the window's growing itself: that is put right a moment later.
      if (element.clientWidth === wide) beside = element.scrollLeft - middle()
    }
    centre()
    const observer = new ResizeObserver(centre)
    observer.observe(element)
    element.addEventListener('scroll', note, { passive: true })
    return () => {
      observer.disconnect()
      element.removeEventListener('scroll', note)
    }
  }, [width])

  // Browsers without field-sizing: the title grows by hand.
  useLayoutEffect(() => {
    const field = title.current
    if (!field) return
    field.style.height = 'auto'
    field.style.height = `${field.scrollHeight}px`
  }, [draft.content.title, width])

  // A post in which nothing is written yet begins with its title.
  const blank = useRef(draft.content.title === '' && rowsOf(draft.content.body).length === 0 && editor.isEmpty)
  useEffect(() => {
    if (blank.current) title.current?.focus()
  }, [])

  useEffect(() => {
    const text = editor.view.dom
    const onPointerDown = (event: PointerEvent) => {
      // A finger that comes down may scroll: it has pressed when it leaves where it came.
      if (!byFinger()) select(event)
    }
    const select = (event: MouseEvent) => {
      const pic = (event.target as Element).closest<HTMLElement>('.pic')
      const seat = (event.target as Element).closest<HTMLElement>('.row-holder')
      if (!seat) return
      // The editor would start a text selection across the row.
      const index = pic ? indexOfPic(pic) : null
      const id = seat.dataset.rowId!
      const range = event.shiftKey && index !== null && board.selectedRow?.id === id
      queueMicrotask(() => {
        // With the focus, a keyboard would come up on the glass: nothing is to be written.
        if (!byFinger()) editor.view.focus()
        if (range) board.send({ type: 'row pictures to', picture: index })
        else selectRow(id, index)
      })
    }
    // A click selects; only with Ctrl or ⌘ does it do what it will do in the post, in a window of its own.
    const onClick = (event: MouseEvent) => {
      if (byFinger()) select(event)
      const link = (event.target as Element).closest<HTMLAnchorElement>('.row-holder a')
      if (!link) return
      event.preventDefault()
      // A gallery's filter is tried in place.
      if (link.closest('.filter')) {
        const gallery = link.closest<HTMLElement>('.seat')!
        if (link.dataset.tag) gallery.dataset.tag = link.dataset.tag
        else delete gallery.dataset.tag
      }
      if (!link.closest('.pic')) return
      const picture = link.closest<HTMLElement>('.pic')!
      const row = rowsOf(board.draft.content.body).find(
        (one) => one.id === picture.closest<HTMLElement>('.row-holder')?.dataset.rowId,
      )
      if (row && (event.ctrlKey || event.metaKey)) followClick(board, row, indexOfPic(picture))
    }
    // What a browser makes of a finger on a row would put the caret there.
    const noCaret = (event: MouseEvent) => {
      if (!byFinger() || !(event.target as Element).closest('.row-holder')) return
      event.preventDefault()
      event.stopImmediatePropagation()
    }
    text.addEventListener('mousedown', noCaret, true)
    text.addEventListener('pointerdown', onPointerDown)
    text.addEventListener('click', onClick)
    return () => {
      text.removeEventListener('mousedown', noCaret, true)
      text.removeEventListener('pointerdown', onPointerDown)
      text.removeEventListener('click', onClick)
    }
  }, [board, editor, selectRow])

  useRowKeys(board)
  const css = useMemo(() => remsAsPx(houseCss(house)), [house])

  const published = draft.content.dated ?? draft.publication.firstLiveAt
  return (
    <main aria-label="Board" data-region="board" className="flex min-h-0 flex-1 flex-col border-x border-hairline">
      <TextTools />
      <TableTools />
      <div
        ref={scroller}
        data-scroller
        className={`board-grid relative min-h-0 flex-1 scroll-pt-3 scroll-pb-6 ${hidden ? 'overflow-hidden' : 'overflow-auto'}`}
      >
        <div
          className="mx-auto w-max px-4 pt-4 pb-24 [contain-intrinsic-size:auto_1300px_auto_2000px] max-sm:px-0 max-sm:pt-0"
          style={hidden ? { contentVisibility: 'hidden' } : undefined}
        >
          <div
            ref={sheet}
            data-region="page"
            style={scale === 1 ? { width } : { width: width * scale, height: height * scale }}
            className="relative mx-auto shadow-[0_2px_14px_rgb(29_27_24/0.18)]"
          >
            <style>{css}</style>
            <div
              ref={own}
              onInput={onWriting}
              style={scale === 1 ? undefined : { width, transform: `scale(${scale})` }}
              className="page origin-top-left overflow-hidden"
              lang={house.language}
              dir={directionOf(house.language)}
            >
              <div className="column">
                <h1>
                  <textarea
                    ref={title}
                    aria-label="Title"
                    placeholder="Title"
                    className="title-field placeholder:font-normal placeholder:text-[#767068] placeholder:italic"
                    rows={1}
                    maxLength={LONGEST.title}
                    value={draft.content.title}
                    onChange={(event) => {
                      const text = event.target.value.replace(/\n/g, ' ')
                      draft.change('typing the title', (post) => ({ ...post, title: text }), 'title')
                    }}
                    onKeyDown={(event) => {
                      if (event.key === 'Enter' || event.key === 'ArrowDown') {
                        event.preventDefault()
                        // At once: the editor's own focus command waits for a frame, and loses what is typed meanwhile.
                        editor.view.dispatch(editor.state.tr.setSelection(Selection.atStart(editor.state.doc)))
                        editor.view.focus()
                      }
                    }}
                  />
                </h1>
                <p className="post-facts">
                  {[
                    published ? longDate(published, house.language, house.timeZone) : 'Not published yet',
                    ...(draft.content.byline ? [draft.content.byline] : []),
                    ...draft.content.topics,
                  ].join(' · ')}
                </p>
                <EditorContent editor={editor} />
              </div>
            </div>
            <Guides sheet={sheet} dragged={dragged} scale={scale} />
          </div>
        </div>
      </div>
    </main>
  )
})
