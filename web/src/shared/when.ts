import { tzOffset } from '@date-fns/tz'
import { capital } from './capital'
import * as texts from './words'

/**
 * Days and hours as people write them, on the fishroom's clock. What can't be read for certain is refused with words that
 * say how to write it; nothing is guessed in silence, and nothing typed is dropped.
 */
export interface Clock {
  zone: string
  now: Date
}
export interface Fault {
  fault: string
}
export interface Instant {
  at: Date
  words: string
}
export interface Day {
  /** YYYY-MM-DD */
  day: string
  words: string
}

interface Parts {
  year: number
  month: number
  day: number
}

const MONTHS = 'january february march april may june july august september october november december'.split(
  ' ',
)
const WEEKDAYS = 'sunday monday tuesday wednesday thursday friday saturday'.split(' ')
const LIKE = texts.WRITE_IT_LIKE
const UNREAD = texts.noDay(LIKE)
const UNREAD_INSTANT = texts.noDayAndHour(LIKE)
const HOUR_OR_DAY = texts.HOUR_OR_DAY
const DAY_OR_YEAR = texts.DAY_OR_YEAR
const NO_HOUR = texts.NO_SUCH_HOUR
const TWO_WAYS = texts.DAY_OR_MONTH
const MINUTE = 60_000
/** a phone's clock may run ahead of another's by this much */
const SLACK = 5 * MINUTE
const HALF_A_YEAR_DAYS = 183
const OLDEST_YEAR = 2000
const LATEST_YEAR = 2099

const two = (n: number) => String(n).padStart(2, '0')
const iso = (p: Parts) => `${p.year}-${two(p.month)}-${two(p.day)}`
const isFault = (x: unknown): x is Fault => typeof x === 'object' && x !== null && 'fault' in x

/** The day it is somewhere, with its hour and minute. */
function local(at: Date, zone: string): Parts & { hour: number; minute: number } {
  const shifted = new Date(at.getTime() + tzOffset(zone, at) * MINUTE)
  return {
    year: shifted.getUTCFullYear(),
    month: shifted.getUTCMonth() + 1,
    day: shifted.getUTCDate(),
    hour: shifted.getUTCHours(),
    minute: shifted.getUTCMinutes(),
  }
}

function exists(p: Parts): boolean {
  const date = new Date(Date.UTC(p.year, p.month - 1, p.day))
  return date.getUTCMonth() === p.month - 1 && date.getUTCDate() === p.day
}

function moved(p: Parts, days: number): Parts {
  const date = new Date(Date.UTC(p.year, p.month - 1, p.day + days))
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() }
}

/** An hour of a clock as an instant; nothing where the clock left it out that night, the first of two where it came twice. */
function instantOf(p: Parts, hour: number, minute: number, zone: string): Date | null {
  const plain = Date.UTC(p.year, p.month - 1, p.day, hour, minute)
  const around = [plain - 86_400_000, plain + 86_400_000].map((t) => tzOffset(zone, new Date(t)))
  for (const offset of [...around].sort((a, b) => b - a)) {
    const at = new Date(plain - offset * MINUTE)
    if (tzOffset(zone, at) === offset) return at
  }
  return null
}

export function dayWords(p: Parts): string {
  const date = new Date(Date.UTC(p.year, p.month - 1, p.day))
  const [weekday, month] = [WEEKDAYS[date.getUTCDay()]!, MONTHS[p.month - 1]!]
  return `${weekday[0]!.toUpperCase()}${weekday.slice(1, 3)} ${p.day} ${month[0]!.toUpperCase()}${month.slice(1, 3)} ${p.year}`
}

/** A name that is given whole or by at least its first three letters. */
function named(names: string[], text: string): number {
  return text.length < 3
    ? -1
    : names.findIndex((n) => n.startsWith(text) || (text === 'sept' && n === 'september'))
}

type Ahead = 'past' | 'any'

function yearOf(typed: string): number {
  return typed.length === 2 ? 2000 + Number(typed) : Number(typed)
}

/**
 * Without a year: the last such day where it has been, the nearest one ahead where it is still to come. Half a year away it
 * is likelier a slip, and the year is asked for.
 */
function nearest(month: number, day: number, today: Parts, ahead: Ahead): Parts | Fault {
  const years = ahead === 'past' ? [0, -1, -2, -3, -4, -8] : [0, 1, 2, 3, 4, 8]
  const fits = (p: Parts) => exists(p) && (ahead === 'past' ? iso(p) <= iso(today) : iso(p) >= iso(today))
  // the 29th of February is looked for in the years that have one
  const found = years.map((y) => ({ year: today.year + y, month, day })).find(fits)
  if (!found) return { year: today.year, month, day }
  const days = Math.abs(Date.parse(iso(found)) - Date.parse(iso(today))) / 86_400_000
  return days > HALF_A_YEAR_DAYS ? { fault: texts.withTheYear(dayWords(found)) } : found
}

function numeric(
  a: string,
  b: string,
  year: string | undefined,
  sep: string,
  today: Parts,
  ahead: Ahead,
): Parts | Fault {
  let [day, month] = [Number(a), Number(b)]
  if (sep !== '.' && day !== month) {
    if (day <= 12 && month <= 12) return { fault: TWO_WAYS }
    if (month > 12) [day, month] = [month, day]
  }
  return year ? { year: yearOf(year), month, day } : nearest(month, day, today, ahead)
}

/** The date in a text of lower case without an hour. */
function dateIn(text: string, today: Parts, ahead: Ahead): Parts | Fault | null {
  if (text === 'today') return today
  if (text === 'yesterday') return moved(today, -1)
  if (text === 'tomorrow') return moved(today, 1)
  let m = /^(\d{1,3}) ?(days?|d|weeks?|w) ago$/.exec(text.replace(/^a /, '1 '))
  if (m) return moved(today, -Number(m[1]) * (m[2]!.startsWith('w') ? 7 : 1))
  m = /^(\d{4})([-/.])(\d{1,2})\2(\d{1,2})$/.exec(text)
  if (m) return { year: Number(m[1]), month: Number(m[3]), day: Number(m[4]) }
  m = /^(\d{1,2})([-/.])(\d{1,2})\2(\d{4}|\d{2})$/.exec(text)
  if (m) return numeric(m[1]!, m[3]!, m[4], m[2]!, today, ahead)
  m = /^(\d{1,2})\.(\d{1,2})\.?$/.exec(text) ?? /^(\d{1,2})\/(\d{1,2})$/.exec(text)
  if (m) return numeric(m[1]!, m[2]!, undefined, text.includes('/') ? '/' : '.', today, ahead)
  m = /^(\d{1,2})(?:st|nd|rd|th)?[ .-]{0,2}(?:of )?([a-z]+)\.?(?:[ ,-]+(\d{4}|\d{2}))?$/.exec(text)
  const byName = m ? [m[2]!, m[1]!, m[3]] : null
  m = /^([a-z]+)\.?[ -]?(\d{1,2})(?:st|nd|rd|th)?(?:[ ,]+(\d{4}))?$/.exec(text)
  const [name, day, year] = byName ?? (m ? [m[1]!, m[2]!, m[3]] : [])
  if (name && day) {
    const month = named(MONTHS, name) + 1
    if (!month) return null
    return year ? { year: yearOf(year), month, day: Number(day) } : nearest(month, Number(day), today, ahead)
  }
  const weekday = named(WEEKDAYS, text.replace(/^(last|on) /, ''))
  if (weekday >= 0 && ahead === 'past') {
    const here = new Date(Date.UTC(today.year, today.month - 1, today.day)).getUTCDay()
    const back = (here - weekday + 7) % 7
    return moved(today, -(text.startsWith('last ') && back === 0 ? 7 : back))
  }
  return null
}

/** A month that labels print for a day: "11/2027", "2027-11", "Nov 2027". Its last day counts. */
function monthIn(text: string): Parts | null {
  let m = /^(\d{1,2})[-/. ](\d{4})$/.exec(text)
  let [month, year] = m ? [Number(m[1]), Number(m[2])] : [0, 0]
  m = /^(\d{4})[-/.](\d{1,2})$/.exec(text)
  if (m) [month, year] = [Number(m[2]), Number(m[1])]
  m = /^([a-z]+)\.?[ -](\d{4})$/.exec(text)
  if (m) [month, year] = [named(MONTHS, m[1]!) + 1, Number(m[2])]
  if (month < 1 || month > 12) return null
  return { year, month, day: new Date(Date.UTC(year, month, 0)).getUTCDate() }
}

function checked(p: Parts): Parts | Fault {
  if (p.month < 1 || p.month > 12 || !exists(p)) return { fault: texts.NO_SUCH_DAY }
  if (p.year < OLDEST_YEAR) return { fault: texts.TOO_FAR_BACK }
  if (p.year > LATEST_YEAR) return { fault: texts.TOO_FAR_AHEAD }
  return p
}

function tidy(text: string): string {
  return text.trim().toLowerCase().replace(/\s+/g, ' ')
}

/** A day. `past`: it has been; `any`: it may be to come, and a month alone is its last day, as on labels. */
export function readDay(text: string, clock: Clock, ahead: Ahead): Day | Fault {
  const today = local(clock.now, clock.zone)
  const [, weekday, typed] = /^((?:sun|mon|tue|wed|thu|fri|sat)[a-z]*)[.,]* (.*\d.*)$/.exec(tidy(text)) ?? [
    '',
    '',
    tidy(text),
  ]
  if (ahead === 'any' && /^(\d{1,2}[-/.]\d{2}|[a-z]+\.?[ -]?\d{1,2})$/.test(typed))
    return { fault: DAY_OR_YEAR }
  const found = dateIn(typed, today, ahead) ?? (ahead === 'any' ? monthIn(typed) : null)
  if (!found || (weekday && named(WEEKDAYS, weekday) < 0)) return { fault: UNREAD }
  const day = isFault(found) ? found : checked(found)
  if (isFault(day)) return day
  if (ahead === 'past' && iso(day) > iso(today)) return { fault: texts.IN_THE_FUTURE }
  const words = dayWords(day)
  if (weekday && !words.toLowerCase().startsWith(weekday.slice(0, 3))) {
    return { fault: `${words.slice(4)} is a ${words.slice(0, 3)}, not a ${capital(weekday)}.` }
  }
  return { day: iso(day), words }
}

interface Hour {
  hour: number
  minute: number
  rest: string
}

/** The hour at the end or the beginning of a text, and what is left of it. */
function hourIn(text: string): Hour | Fault | null {
  const clock = /(?:^|[ ,t]|at )(\d{1,2}):(\d{2})(?::\d{2})? ?(am|pm|a\.m\.|p\.m\.)?$/
  const dotted = /(?:^|[ ,]|at )(\d{1,2})[.h](\d{2}) ?(am|pm|a\.m\.|p\.m\.|h)?$/
  const whole = /(?:^|[ ,]|at )(\d{1,2})() ?(am|pm|a\.m\.|p\.m\.|h|o’clock|o'clock)$/
  const first = /^(\d{1,2}):(\d{2}) ?(am|pm)?[ ,]+/
  if (/(^| )noon$/.test(text)) return { hour: 12, minute: 0, rest: text.replace(/,? ?noon$/, '') }
  // "24.11" alone is a day; "9.10" may be either
  const alone = /^(\d{1,2})\.(\d{2})$/.exec(text)
  if (alone && Number(alone[2]) >= 1 && Number(alone[2]) <= 12)
    return Number(alone[1]) > 23 ? null : { fault: HOUR_OR_DAY }
  const m = clock.exec(text) ?? dotted.exec(text) ?? whole.exec(text) ?? first.exec(text)
  if (!m) return null
  let hour = Number(m[1])
  const minute = Number(m[2] || 0)
  const half = m[3]?.[0]
  if (half === 'a' || half === 'p') {
    if (hour < 1 || hour > 12) return { fault: NO_HOUR }
    hour = (hour % 12) + (half === 'p' ? 12 : 0)
  }
  if (hour > 23 || minute > 59) return { fault: NO_HOUR }
  const rest = m.index ? text.slice(0, m.index) : text.slice(m[0].length)
  return { hour, minute, rest: rest.replace(/,? ?(at)?$/, '').trim() }
}

/** An instant that has been. A day without an hour is its noon, and is told so; an hour alone is the last such hour. */
export function readInstant(text: string, clock: Clock): Instant | Fault {
  const typed = tidy(text)
  const told = (at: Date, extra = ''): Instant | Fault => {
    if (at.getTime() > clock.now.getTime() + SLACK) return { fault: texts.IN_THE_FUTURE }
    const here = local(at, clock.zone)
    return { at, words: `${dayWords(here)}, ${two(here.hour)}:${two(here.minute)}${extra}` }
  }
  if (typed === 'now') return told(clock.now)
  const ago = /^(\d{1,4}) ?(minutes?|mins?|m|hours?|hrs?|h) ago$/.exec(typed.replace(/^an? /, '1 '))
  if (ago)
    return told(new Date(clock.now.getTime() - Number(ago[1]) * MINUTE * (ago[2]!.startsWith('h') ? 60 : 1)))
  // an instant as files write it, with its own offset
  if (/^\d{4}-\d\d-\d\dt\d\d:\d\d(:\d\d(\.\d+)?)?(z|[+-]\d\d:\d\d)$/.test(typed)) {
    const at = new Date(typed.toUpperCase())
    if (!Number.isNaN(at.getTime()) && at.getUTCFullYear() >= OLDEST_YEAR) return told(at)
  }
  const hour = hourIn(typed)
  if (isFault(hour)) return hour
  const today = local(clock.now, clock.zone)
  if (hour && !hour.rest) {
    const at = instantOf(today, hour.hour, hour.minute, clock.zone)
    if (at && at.getTime() <= clock.now.getTime() + SLACK) return told(at)
    const before = instantOf(moved(today, -1), hour.hour, hour.minute, clock.zone)
    return before ? told(before) : { fault: NO_HOUR }
  }
  const day = readDay(hour ? hour.rest : typed, clock, 'past')
  if (isFault(day)) return day.fault === UNREAD ? { fault: UNREAD_INSTANT } : day
  const [year, month, date] = day.day.split('-').map(Number) as [number, number, number]
  const parts = { year, month, day: date }
  if (!hour && iso(parts) === iso(today)) return told(clock.now)
  const at = instantOf(parts, hour?.hour ?? 12, hour?.minute ?? 0, clock.zone)
  if (!at) return { fault: texts.CLOCKS_WENT_FORWARD }
  return told(at, hour ? '' : ', as no hour was written')
}
