import type { BlockSource, DocumentSource, ParagraphSource } from 'dot-line/document'
import { morningStops, passengers, portsSouthward, winterTimetable } from './scenario.ts'

const ports = winterTimetable.map(({ port }) => port)
const boats = ['Tern', 'Sea Holly', 'Little Auk', 'Marigold']

/** Sentences of a handbook, to be put together anew for each port and each boat. */
const said = [
  'The quay is of granite below the mark of the spring tide and of larch above it, and both are slippery when wet.',
  'Masters give one long blast before they turn into the sound, and two short ones when the berth is taken.',
  'Passengers wait behind the yellow line{index.line} until the gangway{index.gangway} is down and the bell has rung once.',
  'Goods{index.goods} that are not called for within an hour are carried to the shed, and from there to the next boat that has room.',
  'In fog{index.fog} the bell{index.bell} at the pier’s head is rung every minute by whoever is nearest to it.',
  'The kettle{index.kettle} in the waiting room belongs to the harbour, and the biscuits to whoever brought them.',
  'When the wind is from the south-east the eastern berth lies open, and boats of the night stay away from it.',
  'Lamps{index.lamp} are lit half an hour before sunset and put out when the last boat has been made fast.',
  'A record is kept of each landing, with the minute, the master’s name and the number of those who came ashore.',
  'Children{index.children} may ring the bell{index.bell} on their birthdays, once, under the eyes of the harbour master.',
]

const paragraphOf = (
  seed: number,
  length: number,
  more = '',
  rest: Partial<ParagraphSource> = {},
): BlockSource => ({
  ...rest,
  kind: 'paragraph',
  text: Array.from({ length }, (_, i) => said[(seed * 7 + i * 3) % said.length]).join(' ') + more,
})

/** The season handbook of the company: 24 pages of rules, ports, boats and tables, with its contents. */
export function handbook(): DocumentSource {
  const chapters = [
    ...ports.flatMap((port, i): BlockSource[] => [
      { kind: 'heading', level: 2, text: port, id: `port-${i}` },
      paragraphOf(i, 5, i === 0 ? ' See also page {page.fares}{note.datum}.' : '', {
        ...(i === 0 && { initialLetter: 3 }),
        ...(i % 3 === 0 && { marginNote: `Berths of ${port}` }),
      }),
      { kind: 'heading', level: 3, text: 'Berths' },
      paragraphOf(i + 3, 4),
      {
        kind: 'list',
        items: [
          said[(i + 1) % said.length],
          said[(i + 4) % said.length],
          said[(i + 8) % said.length],
        ],
      },
      { kind: 'heading', level: 3, text: 'In bad weather' },
      ...(i === 1
        ? [
            {
              kind: 'figure',
              artwork: 'harbour.png',
              alt: 'A boat under the lamp of the harbour, at night',
              caption: 'The lamp of the harbour office',
              width: 130,
              float: 'end',
            } as const,
          ]
        : []),
      paragraphOf(i + 5, 5, i === 2 ? ' What the lamp says is told below{note.lamp}.' : ''),
      { kind: 'quotation', text: said[(i * 3) % said.length] },
    ]),
  ]
  const fleet = boats.flatMap((boat, i): BlockSource[] => [
    { kind: 'heading', level: 2, text: `The ~slant=italic[${boat}]` },
    paragraphOf(i + 11, 5),
    {
      kind: 'table',
      caption: `Stops of the ${boat} on a winter morning`,
      columns: [{ width: { share: 2 } }, { width: 70, align: 'end' }, { width: { share: 3 } }],
      head: [['Port', 'Time', 'Remark']],
      rows: morningStops
        .filter(stop => stop.boat === boat)
        .map(({ port, minute }, j) => [
          portNames[portsSouthward.findIndex(one => one.port === port)],
          `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`,
          j % 3 === 0 ? said[(i + j) % said.length] : '',
        ]),
    },
    paragraphOf(i + 17, 3),
  ])
  return {
    title: 'Season handbook',
    author: 'Lantern Sound Ferries',
    language: 'en',
    numbered: true,
    page: {
      size: 'A5',
      margin: { top: 56, start: 40, bottom: 56, end: 78 },
      baselineGrid: 15,
      facing: true,
      background: '#ffffff',
    },
    runningHead: { start: '{heading}', end: 'Season handbook' },
    firstRunningHead: {},
    runningFoot: { center: '{page}' },
    // The contents are counted on their own.
    pageLabels: [
      { page: 1, style: 'lower-roman' },
      { page: 2, style: 'decimal' },
    ],
    notes: {
      datum: 'Heights are above chart datum, as the harbour gauge has them.',
      lamp: 'One flare: no boat leaves. Two flares: no boat leaves, and all come home.',
    },
    terms: {
      bell: 'Bell',
      children: 'Children',
      fog: 'Fog',
      gangway: 'Gangway',
      goods: 'Goods',
      kettle: 'Kettle',
      lamp: 'Lamps',
      line: 'Line, yellow',
    },
    blocks: [
      { kind: 'heading', level: 1, text: 'Contents' },
      { kind: 'contents', levels: 2 },
      { kind: 'page-break' },
      { kind: 'heading', level: 1, text: 'Ports' },
      ...chapters,
      { kind: 'page-break' },
      { kind: 'heading', level: 1, text: 'Boats' },
      ...fleet,
      { kind: 'page-break' },
      { kind: 'heading', level: 1, text: 'Fares and figures', id: 'fares' },
      paragraphOf(21, 7),
      {
        kind: 'table',
        caption: 'Passengers in 2025, thousands',
        columns: [{ width: { share: 1 } }, { width: 90, align: 'decimal', decimals: 1 }],
        head: [['Month', 'Passengers']],
        rows: passengers.map(({ month, passengers: count }) => [month, count]),
        foot: [['All the year', { total: 'sum' }]],
      },
      {
        kind: 'figure',
        artwork: 'passengers',
        alt: 'Bars of passengers a month through three ports: August has the most in all of them',
        caption: 'Passengers through three ports',
        float: 'top',
      },
      paragraphOf(23, 4),
      { kind: 'page-break' },
      { kind: 'heading', level: 1, text: 'Index' },
      { kind: 'index' },
    ],
  }
}

const portNames = [
  'Gannet Stair',
  'Thistle Ness',
  'Brackwater-under-Heugh',
  'Ardle Point',
  'Quillhaven',
  'Low Emmerly',
  'Morrow Quay',
  'Saint Orrin’s Landing',
]
