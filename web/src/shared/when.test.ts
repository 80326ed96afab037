import { describe, expect, it } from 'vitest'
import { readDay, readInstant, type Clock } from './when'

/** Monday 30 November 2026, 08:00 in Berlin. */
const berlin: Clock = { zone: 'Europe/Berlin', now: new Date('2026-11-30T07:00:00Z') }

function at(text: string, clock = berlin): string {
  const read = readInstant(text, clock)
  return 'fault' in read ? read.fault : read.at.toISOString().slice(0, 16)
}
function day(text: string, ahead: 'past' | 'any' = 'past', clock = berlin): string {
  const read = readDay(text, clock, ahead)
  return 'fault' in read ? read.fault : read.day
}

describe('an instant as people write it', () => {
  it.each([
    ['24 Nov 21:30', '2026-11-24T20:30'],
    ['24 Nov 2026, 21:30', '2026-11-24T20:30'],
    ['24 November 2026 at 9.30 pm', '2026-11-24T20:30'],
    ['Nov 24 9pm', '2026-11-24T20:00'],
    ['the 24th of November'.slice(4) + ' 21:30', '2026-11-24T20:30'],
    ['2026-11-24 21:30', '2026-11-24T20:30'],
    ['2026-11-24T21:30', '2026-11-24T20:30'],
    ['2026-11-24T20:30:00Z', '2026-11-24T20:30'],
    ['24.11.2026 21:30', '2026-11-24T20:30'],
    ['24.11. 21.30', '2026-11-24T20:30'],
    ['24.11.26 21:30', '2026-11-24T20:30'],
    ['24/11/2026 21:30', '2026-11-24T20:30'],
    ['11/24/2026 9:30 pm', '2026-11-24T20:30'],
    ['21:30 24 Nov', '2026-11-24T20:30'],
    ['Tue 24 Nov 21:30', '2026-11-24T20:30'],
    ['Tuesday 21:30', '2026-11-24T20:30'],
    ['yesterday 21:30', '2026-11-29T20:30'],
    ['yesterday, noon', '2026-11-29T11:00'],
    ['today 7:15', '2026-11-30T06:15'],
    ['7:15', '2026-11-30T06:15'],
    ['3 h ago', '2026-11-30T04:00'],
    ['an hour ago', '2026-11-30T06:00'],
    ['90 min ago', '2026-11-30T05:30'],
    ['2 days ago 18:00', '2026-11-28T17:00'],
    ['now', '2026-11-30T07:00'],
    ['today', '2026-11-30T07:00'],
  ])('reads %s', (text, expected) => {
    expect(at(text)).toBe(expected)
  })

  it('takes an hour that has not come today as yesterday’s, and says which day that is', () => {
    expect(readInstant('21:30', berlin)).toMatchObject({ words: 'Sun 29 Nov 2026, 21:30' })
  })

  it('takes a day without an hour as its noon and says so', () => {
    expect(readInstant('24 Nov', berlin)).toEqual({
      at: new Date('2026-11-24T11:00:00Z'),
      words: 'Tue 24 Nov 2026, 12:00, as no hour was written',
    })
  })

  it.each([
    ['03/04/2026 10:00', 'Day and month can be taken two ways here. Write the month by its name.'],
    ['9.10', 'This may be an hour or a day. Write 9:10 for the hour, 9 Oct for the day.'],
    ['1 Dec 10:00 2026', /can’t be read/],
    ['1 Dec 2026', 'That lies in the future.'],
    ['30 Nov 23:00', 'That lies in the future.'],
    ['31 Nov 10:00', 'There is no such day.'],
    ['29 Feb 2026', 'There is no such day.'],
    ['24 Nov 1926', 'That lies too far back.'],
    ['24 Nov 25:00', 'There is no such hour.'],
    ['24 Nov 21:60', 'There is no such hour.'],
    ['13 pm', 'There is no such hour.'],
    ['Wed 24 Nov 2026', '24 Nov 2026 is a Tue, not a Wed.'],
    ['about nine', /can’t be read/],
    ['2130', /can’t be read/],
    ['24 Nov 21:30 or so', /can’t be read/],
    ['NaN', /can’t be read/],
    ['99999999999', /can’t be read/],
  ])('refuses %s', (text, fault) => {
    expect(at(text)).toMatch(fault)
  })

  it('takes the last such day of the year before in January', () => {
    expect(at('24 Dec 21:30', { ...berlin, now: new Date('2027-01-03T08:00:00Z') })).toBe('2026-12-24T20:30')
  })

  it('goes by the clock of the fishroom, not of the browser', () => {
    expect(at('24 Nov 21:30', { ...berlin, zone: 'Asia/Kolkata' })).toBe('2026-11-24T16:00')
    expect(at('24 Nov 21:30', { ...berlin, zone: 'America/St_Johns' })).toBe('2026-11-25T01:00')
    expect(day('today', 'past', { zone: 'Pacific/Kiritimati', now: new Date('2026-11-30T11:00:00Z') })).toBe(
      '2026-12-01',
    )
  })

  it('knows the nights on which the clocks are changed', () => {
    const summer = { ...berlin, now: new Date('2026-07-01T12:00:00Z') }
    expect(at('29 Mar 02:30', summer)).toBe('There was no such hour that night: the clocks went forward.')
    expect(at('29 Mar 03:30', summer)).toBe('2026-03-29T01:30')
    // it came twice: the first
    expect(at('25 Oct 2026 02:30')).toBe('2026-10-25T00:30')
    expect(at('25 Oct 2026 03:30')).toBe('2026-10-25T02:30')
  })
})

describe('a day as people write it', () => {
  it.each([
    ['24 Nov', '2026-11-24'],
    ['24.11', '2026-11-24'],
    ['24/11', '2026-11-24'],
    ['7/7', '2026-07-07'],
    // half a year away it is likelier a slip
    ['24 Dec', 'Write the year with it, if you mean Wed 24 Dec 2025.'],
    ['5/5', 'Write the year with it, if you mean Tue 5 May 2026.'],
    ['29 Feb', 'Write the year with it, if you mean Thu 29 Feb 2024.'],
    ['Saturday', '2026-11-28'],
    ['Mon', '2026-11-30'],
    ['last Monday', '2026-11-23'],
    ['a week ago', '2026-11-23'],
    ['Nov 3, 2025', '2025-11-03'],
    ['3-Nov-2025', '2025-11-03'],
    ['1 Sept', '2026-09-01'],
  ])('that has been: %s', (text, expected) => {
    expect(day(text)).toBe(expected)
  })

  it.each([
    ['11/2027', '2027-11-30'],
    ['2028-02', '2028-02-29'],
    ['Nov 2027', '2027-11-30'],
    ['24 Nov', 'Write the year with it, if you mean Wed 24 Nov 2027.'],
    ['24 Dec', '2026-12-24'],
    ['24 Nov 2025', '2025-11-24'],
  ])('that may be to come, as labels print it: %s', (text, expected) => {
    expect(day(text, 'any')).toBe(expected)
  })

  it.each(['11/27', 'Nov 27', '08.26', '5-28'])(
    'is asked for its year where it may be a year: %s',
    (text) => {
      expect(day(text, 'any')).toBe(
        'This may be a day or a year. Write the year in full, like Nov 2027 or 24 Nov 2027.',
      )
    },
  )

  it('refuses a month where a day is asked for that has been', () => {
    expect(day('11/2025')).toMatch(/can’t be read as a day\./)
    expect(day('13/2027', 'any')).toMatch(/can’t be read as a day\./)
  })
})
