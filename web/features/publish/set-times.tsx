import { useId } from 'react'
import { offsetIn } from '../../../core/times/wall-time.ts'
import { zoneInWords } from '../../../core/times/zones.ts'
import { timeIn } from '../../ui/words.ts'
import type { AskedTime, SetTimes } from './use-set-times.ts'

/** When readers are to have the post: at once or from a set time on, and until one if wished. */
export function SetTimesFields({ times, live, zone }: { times: SetTimes; live: boolean; zone: string }) {
  const name = useId()
  const { from, until } = times
  return (
    <fieldset className="border-t border-hairline pt-3">
      <legend className="float-left mb-1 w-full font-semibold">When</legend>
      <div className="clear-left flex flex-col gap-2">
        {!live && (
          <>
            <label className="flex items-center gap-2">
              <input type="radio" name={name} checked={!from.on} onChange={() => from.turn(false)} />
              At once
            </label>
            <TimeLine label="At a set time" type="radio" name={name} time={from} zone={zone} goes="Goes live" />
          </>
        )}
        <TimeLine label="Withdraw it at a set time" type="checkbox" time={until} zone={zone} goes="Is withdrawn" />
        {times.problem && <p className="text-ruby">{times.problem}</p>}
        {(from.on || until.on) && (
          <p className="text-soft">
            The blog keeps to it by itself, also when Set Row is closed. Times are those of {zoneInWords(zone)}; choose
            another zone under House style.
          </p>
        )}
      </div>
    </fieldset>
  )
}

/** A time that may be set, with what it means where clocks change. */
function TimeLine({
  label,
  type,
  name,
  time,
  zone,
  goes,
}: {
  label: string
  type: 'radio' | 'checkbox'
  name?: string
  time: AskedTime
  zone: string
  goes: string
}) {
  const { on, turn, text, write, meant, second, takeSecond, moment } = time
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <label className="flex items-center gap-2">
          <input type={type} name={name} checked={on} onChange={({ target }) => turn(target.checked)} />
          {label}
        </label>
        {on && (
          <input
            type="datetime-local"
            aria-label={`${label}: day and time`}
            className="rounded-sm border border-edge bg-paper px-2 py-1"
            value={text}
            onChange={({ target }) => write(target.value)}
          />
        )}
        {on && meant?.moments.length === 2 && (
          <select
            aria-label={`${label}: which of two`}
            className="rounded-sm border border-edge bg-paper px-1.5 py-1"
            value={second ? 'second' : 'first'}
            onChange={({ target }) => takeSecond(target.value === 'second')}
          >
            {(['first', 'second'] as const).map((which, i) => (
              <option key={which} value={which}>
                The {which} time ({offsetIn(meant.moments[i]!, zone)})
              </option>
            ))}
          </select>
        )}
      </div>
      {on && moment && (
        <p className="mt-0.5 pl-6 text-soft">
          {goes} {timeIn(moment, zone)} ({offsetIn(moment, zone)})
          {meant?.skipped && ': clocks are put forward over the time that you chose'}
          {meant?.moments.length === 2 && ': clocks show this time twice that day'}.
        </p>
      )}
    </div>
  )
}
