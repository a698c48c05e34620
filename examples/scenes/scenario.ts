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

interface MonthlyPassengers {
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

interface TimetableRow {
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

/** Passengers through three ports by month of 2025, in thousands: April to September. */
export const portPassengers: readonly {
  readonly port: 'quillhaven' | 'ardle' | 'thistle'
  readonly months: readonly number[]
}[] = [
  { port: 'quillhaven', months: [8.7, 11.9, 16.4, 21.8, 23.5, 14.6] },
  { port: 'ardle', months: [4.1, 5.6, 8.8, 12.3, 13.1, 7.2] },
  { port: 'thistle', months: [1.9, 2.4, 4.6, 7.7, 8.2, 3.3] },
]

/** Tickets sold in August 2025 by kind. */
export const tickets: readonly {
  readonly kind: 'return' | 'single' | 'week' | 'island' | 'bicycle' | 'dog'
  readonly sold: number
}[] = [
  { kind: 'return', sold: 10480 },
  { kind: 'single', sold: 6215 },
  { kind: 'week', sold: 3170 },
  { kind: 'island', sold: 1890 },
  { kind: 'bicycle', sold: 1245 },
  { kind: 'dog', sold: 500 },
]

/** Ports from north to south, with their distance from the northernmost in nautical miles. */
export const portsSouthward = [
  { port: 'gannet', miles: 0 },
  { port: 'thistle', miles: 3.1 },
  { port: 'brackwater', miles: 5.2 },
  { port: 'ardle', miles: 7.9 },
  { port: 'quillhaven', miles: 11 },
  { port: 'emmerly', miles: 13.4 },
  { port: 'morrow', miles: 15.1 },
  { port: 'orrin', miles: 18 },
] as const

interface Stop {
  readonly boat: string
  readonly port: (typeof portsSouthward)[number]['port']
  /** Minutes after midnight. */
  readonly minute: number
}

/** A morning's stops of four boats, in the order in which each makes them: 60. */
export const morningStops: readonly Stop[] = [
  ...calls('Tern', 424, 3.4, [4, 3, 2, 1, 0, 1, 2, 3, 4, 5, 6, 7, 6, 5, 4, 3]),
  ...calls('Little Auk', 431, 3.1, [7, 6, 5, 4, 3, 2, 1, 0, 1, 2, 3, 4, 5, 6, 7]),
  ...calls('Sea Holly', 427, 3.7, [0, 1, 2, 3, 4, 5, 6, 5, 4, 3, 2, 1, 0, 1, 2]),
  ...calls('Marigold', 438, 3.3, [4, 5, 6, 7, 6, 5, 4, 3, 2, 1, 2, 3, 4, 5]),
]

/** The stops of a boat that leaves at a minute and needs so many minutes a nautical mile, four of them in port. */
function calls(boat: string, leaves: number, pace: number, ports: readonly number[]): Stop[] {
  let minute = leaves
  return ports.map((index, i) => {
    const { port, miles } = portsSouthward[index]
    if (i > 0) minute += 4 + Math.abs(miles - portsSouthward[ports[i - 1]].miles) * pace
    return { boat, port, minute: Math.round(minute) }
  })
}
