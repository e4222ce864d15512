// The arrows of the house: web and server → contract → core; a core folder imports only folders above it in this list,
// and only through their faces. Change the order here only with a decision in docs/decisions.
export const CORE_ORDER = [
  'given',
  'memo',
  'statistics',
  'units',
  'written',
  'ingredients',
  'safety',
  'formula',
  'consistency',
  'rest',
  'plate',
  'pour',
  'swirl',
  'piece',
  'truth',
  'run',
  'inference',
  'plan',
  'setup',
  'lot',
  'surface',
  'heating',
  'forecast',
  'guidance',
  'what-if',
  'carry-over',
  'rehearsal',
  'review',
  'method-text',
  'formats',
];

/** What the truth of rehearsals may take from the desk's plates: figures of materials, and what a station is. */
const TRUTH_SHARES = [
  'METAL',
  'faceEmissivity',
  'plateSizeMm',
  'setpointC',
  'zoneAt',
  'zoneMiddle',
  'StationBody',
  'Zone',
];

const OUTSIDE = '^(node:|vue|pinia|fastify|typeorm|pg|echarts|@fastify|@vueuse|@headlessui|luxon|comlink|idb)';

/** ESLint configs, one for each room, that refuse imports against the arrows. */
export function arrows() {
  const core = CORE_ORDER.map((folder, index) => {
    const higher = CORE_ORDER.slice(index);
    return forbid(
      [`src/core/${folder}/**/*.ts`],
      [
        [`^#core/(${higher.join('|')})$`, `core/${folder} may import only the core folders above it in the order.`],
        ['^#core/[^/]+/', 'Reach a core folder through its face.'],
        ['^\\.\\./', 'A core folder reaches others as #core/name, through their faces.'],
        ['^#(contract|demo)', 'core imports nothing from contract, server, web or demo.'],
        [OUTSIDE, 'core is pure: no I/O, no interface, no platform.'],
      ],
    );
  });
  // the truth of rehearsals shares the desk's material figures and the geometry of stations, and nothing of its plates
  const truth = {
    files: ['src/core/truth/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^#core/plate$',
              allowImportNames: TRUTH_SHARES,
              message: 'The truth shares material figures and geometry with the plates of the desk, not their code.',
            },
            { regex: '^#core/(?!(plate|units)$)', message: 'The truth imports nothing of the desk.' },
            { regex: '^\\.\\./', message: 'A core folder reaches others as #core/name, through their faces.' },
          ],
        },
      ],
    },
  };
  return [
    ...core,
    truth,
    forbid(
      ['src/contract/**/*.ts'],
      [
        ['(^|/)(server|web|demo|scripts)(/|$)', 'contract imports core only.'],
        ['core/[a-z]+/.+', 'Reach a core folder through its face.'],
        [OUTSIDE, 'contract has no platform.'],
      ],
    ),
    forbid(
      ['src/server/**/*.ts'],
      [
        ['(^|/)(web|demo|scripts)(/|$)', 'server imports contract and core only.'],
        ['core/[a-z]+/.+', 'Reach a core folder through its face.'],
      ],
    ),
    forbid(
      ['src/web/**/*.ts', 'src/web/**/*.vue'],
      [
        ['(^|/)(server|demo|scripts)(/|$)', 'web imports contract and core only.'],
        ['core/[a-z]+/.+', 'Reach a core folder through its face.'],
        ['^(node:|fastify|typeorm|pg)', 'web runs in a browser.'],
      ],
    ),
    forbid(['src/demo/**/*.ts'], [['(^|/)(server|web|scripts)(/|$)', 'demo is data and core only.']]),
  ];
}

function forbid(files, rules) {
  return {
    files,
    rules: {
      'no-restricted-imports': ['error', { patterns: rules.map(([regex, message]) => ({ regex, message })) }],
    },
  };
}
