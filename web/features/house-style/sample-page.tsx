import { useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { PHONE, WIDE } from '../../../core/house/screens.ts'
import { titleOf } from '../../../core/post/post.ts'
import { usePostList } from '../../api/queries.ts'
import { Choice } from '../../ui/choice.tsx'
import { Select } from '../../ui/select.tsx'
import { useRoom } from '../../ui/use-room.ts'
import { PageFrame } from './page-frame.tsx'
import { MADE_UP, THE_LIST, useSamplePage } from './use-sample-page.ts'

const SCREENS = { phone: PHONE, wide: WIDE }

/** A page of the blog as it would be with this style: the published page itself, made anew at every change. */
export function SamplePage({
  style,
  shown,
  show,
}: {
  style: HouseStyle
  shown: string | undefined
  show: (shown: string) => void
}) {
  const { posts } = usePostList()
  const [screen, setScreen] = useState<keyof typeof SCREENS>('wide')
  const fullest = posts?.reduce<(typeof posts)[number] | undefined>(
    (best, post) => (post.pictures > (best?.pictures ?? 0) ? post : best),
    undefined,
  )
  const about = shown ?? fullest?.id ?? MADE_UP
  const page = useSamplePage(about, style)

  const [room, size] = useRoom({ w: 600, h: 600 })

  const { width } = SCREENS[screen]
  const scale = Math.min(1, size.w / width)
  const options = [
    ...(posts?.length ? [] : [[MADE_UP, 'A sample post; yours will be here'] as const]),
    [THE_LIST, 'The list of posts'] as const,
    ...(posts ?? []).map((one) => [one.id, titleOf(one)] as const),
  ]
  return (
    <section aria-label="Sample page" className="flex min-h-0 min-w-0 flex-col gap-2 px-4 py-3">
      <header className="flex items-center gap-3">
        <div className="min-w-0 flex-1">
          <Select label="Page to look at" value={about} options={options} onChange={show} />
        </div>
        <div className="w-44 shrink-0">
          <Choice
            label="Screen"
            value={screen}
            onChange={setScreen}
            options={[
              { value: 'phone', label: `Phone ${PHONE.width}` },
              { value: 'wide', label: `Wide ${WIDE.width}` },
            ]}
          />
        </div>
        <span className="figures shrink-0">{scale < 1 ? `at ${Math.round(scale * 100)} %` : 'true size'}</span>
      </header>
      <div ref={room} className="relative min-h-0 flex-1 overflow-hidden">
        <PageFrame
          page={page}
          about={about}
          title="The page with this style"
          width={width}
          height={size.h}
          scale={scale}
        />
      </div>
    </section>
  )
}
