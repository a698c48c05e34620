/** The made-up world of the demo: a small ferry company in an archipelago. */

export interface Departure {
  readonly time: string
  readonly port: string
  readonly boat: string
  readonly berth: number
  readonly state:
    | { readonly kind: 'onTime' | 'boarding' | 'cancelled' }
    | { readonly kind: 'delayed'; readonly minutes: number }
}

export const departures: readonly Departure[] = [
  { time: '07:40', port: 'Ardle Point', boat: 'Tern', berth: 1, state: { kind: 'boarding' } },
  { time: '07:55', port: 'Gannet Stair', boat: 'Little Auk', berth: 3, state: { kind: 'onTime' } },
  {
    time: '08:10',
    port: 'Saint Orrin’s Landing',
    boat: 'Sea Holly',
    berth: 2,
    state: { kind: 'delayed', minutes: 12 },
  },
  { time: '08:25', port: 'Low Emmerly', boat: 'Marigold', berth: 4, state: { kind: 'onTime' } },
  {
    time: '08:50',
    port: 'Brackwater-under-Heugh',
    boat: 'Tern',
    berth: 1,
    state: { kind: 'cancelled' },
  },
  { time: '09:15', port: 'Thistle Ness', boat: 'Little Auk', berth: 3, state: { kind: 'onTime' } },
]

export interface MonthlyPassengers {
  readonly month: string
  /** In thousands. */
  readonly passengers: number
}

export const passengers: readonly MonthlyPassengers[] = [
  { month: 'Jan', passengers: 3.1 },
  { month: 'Feb', passengers: 3.4 },
  { month: 'Mar', passengers: 5.2 },
  { month: 'Apr', passengers: 8.7 },
  { month: 'May', passengers: 11.9 },
  { month: 'Jun', passengers: 16.4 },
  { month: 'Jul', passengers: 21.8 },
  { month: 'Aug', passengers: 23.5 },
  { month: 'Sep', passengers: 14.6 },
  { month: 'Oct', passengers: 7.3 },
  { month: 'Nov', passengers: 4.0 },
  { month: 'Dec', passengers: 4.4 },
]

export interface TimetableRow {
  readonly port: string
  readonly first: string
  readonly last: string
}

export const winterTimetable: readonly TimetableRow[] = [
  { port: 'Ardle Point', first: '06:50', last: '18:40' },
  { port: 'Thistle Ness', first: '07:15', last: '18:15' },
  { port: 'Morrow Quay', first: '07:15', last: '17:50' },
  { port: 'Gannet Stair', first: '07:55', last: '17:30' },
  { port: 'Low Emmerly', first: '08:25', last: '17:10' },
  { port: 'Saint Orrin’s Landing', first: '08:10', last: '16:55' },
  { port: 'Brackwater-under-Heugh', first: '08:50', last: '16:20' },
]

/** Height of the tide at Quillhaven on one day, in metres, by the hour: two unequal waves. */
export function tideAt(hour: number): number {
  const wave = (period: number, high: number) => Math.cos((2 * Math.PI * (hour - high)) / period)
  return 2.5 + 1.75 * wave(12.42, 6.2) + 0.15 * wave(24.84, 6.2)
}
