import css from '@eslint/css';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import boundaries from 'eslint-plugin-boundaries';
import { importX } from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const GROUND = ['units', 'numeric', 'colour', 'geometry', 'random'];
/** Modules of the core in the order of docs/map.md: each may import the ground floor and those named before it. */
const CORE_ORDER = [
  'picture',
  'inks',
  'layers',
  'cutting',
  'cuttable',
  'registration',
  'finishing',
  'sheets',
  'days',
  'cautions',
];
/** On the ground floor too, arrows point one way. */
const GROUND_ORDER = ['units', 'random', 'numeric', 'colour', 'geometry'];

/** Floors of the interface: theme < kit < the four places, which never import one another. */
const UI_FLOORS = [
  ['theme'],
  ['kit', 'theme'],
  ...['shelf', 'desk', 'bench', 'drawer'].map((place) => [place, 'kit', 'theme']),
];

const ui = (floor) => ({ element: { type: 'ui', captured: { floor } } });
const core = (name) => ({ element: { type: 'core', captured: { module: name } } });
const allowCore = [
  ...GROUND_ORDER.map((name, i) => ({ from: core(name), allow: { to: GROUND_ORDER.slice(0, i + 1).map(core) } })),
  ...CORE_ORDER.map((name, i) => ({
    from: core(name),
    allow: { to: [...GROUND, ...CORE_ORDER.slice(0, i + 1)].map(core) },
  })),
];
const may = (from, ...types) => ({
  from: { element: { type: from } },
  allow: { to: [from, ...types].map((type) => ({ element: { type } })) },
});
const packages = (from, ...names) => ({
  from: { element: { type: from } },
  allow: { to: { module: { origin: ['external', 'core'] } }, dependency: { module: names } },
});

export const boundaryRules = {
  'boundaries/no-unknown-files': 'error',
  'boundaries/no-unknown-dependencies': 'error',
  'boundaries/dependencies': [
    'error',
    {
      default: 'disallow',
      checkAllOrigins: true,
      policies: [
        ...allowCore,
        may('model', 'core'),
        may('derived', 'model', 'core'),
        may('words', 'model', 'core'),
        may('formats', 'words', 'core', 'model', 'derived'),
        may('store', 'words', 'model'),
        may('devices', 'words', 'core', 'model', 'derived'),
        may('workers', 'words', 'core', 'model', 'derived'),
        may('session', 'words', 'derived', 'model', 'core'),
        may('server', 'words', 'store', 'formats', 'devices', 'derived', 'model', 'core'),
        ...UI_FLOORS.map(([floor, ...below]) => ({
          from: ui(floor),
          allow: {
            to: [
              ...[floor, ...below].map(ui),
              ...['session', 'workers', 'words', 'derived', 'model', 'core'].map((type) => ({ element: { type } })),
            ],
          },
        })),
        may('app', 'server', 'ui', 'session', 'words', 'derived', 'model'),
        may('testing', 'words', 'server', 'store', 'formats', 'session', 'devices', 'derived', 'model', 'core'),
        packages('model', 'yup'),
        packages(
          'formats',
          'pdfkit',
          'fflate',
          'yauzl',
          'csv-stringify',
          'csv-stringify/*',
          'csv-parse',
          'csv-parse/*',
          'node:crypto',
          'node:zlib',
        ),
        packages('session', 'idb'),
        packages('words', 'icu-minify', 'use-intl'),
        packages('store', 'better-sqlite3', 'node:*'),
        packages('testing', 'better-sqlite3'),
        packages(
          'server',
          'ical-generator',
          'ical.js',
          '@touch4it/ical-timezones',
          'sharp',
          'saxes',
          'piscina',
          'fontkit',
          'qrcode',
          'node:*',
        ),
        packages(
          'ui',
          'react',
          'react-dom',
          'clsx',
          'next',
          'next/*',
          '@mui/*',
          '@mui/**',
          '@dnd-kit/*',
          '@tanstack/react-table',
          '@tanstack/react-virtual',
          'd3-zoom',
          'd3-selection',
          'recharts',
          'react-hotkeys-hook',
          'date-fns',
          'date-fns/**',
          'react-image-crop',
          'react-image-crop/**',
        ),
        packages(
          'app',
          'react',
          'clsx',
          'next',
          'next/*',
          '@tanstack/react-query',
          '@mui/**',
          '@mui/*',
          '@fontsource/**',
        ),
      ],
    },
  ],
};

const HEX = '/#[0-9a-fA-F]{3,8}\\b/';
/** Colours are written down in core/colour/houseColours.ts only. */
const colourLiterals = [
  { selector: `Literal[value=${HEX}]`, message: 'A colour is a token: see core/colour/houseColours.ts.' },
  { selector: `TemplateElement[value.raw=${HEX}]`, message: 'A colour is a token: see core/colour/houseColours.ts.' },
];
/** Classes come from modules; `style` is for what is computed. */
const inlineStyles = [
  ...['> ', '> JSXExpressionContainer > ', 'CallExpression > '].map((inside) => ({
    selector: `JSXAttribute[name.name='className'] ${inside}Literal[value=/[a-z]/]`,
    message: 'A class comes from the module beside its view, or from kit.',
  })),
  { selector: "JSXAttribute[name.name='className'] TemplateLiteral", message: 'Classes are joined by clsx.' },
  { selector: "JSXAttribute[name.name='sx']", message: 'A style belongs into the module beside its view.' },
  ...['Literal', 'UnaryExpression > Literal', 'ConditionalExpression > Literal'].map((value) => ({
    selector: `JSXAttribute[name.name='style'] Property > ${value}`,
    message: 'Only computed values are written inline; this belongs into the module beside its view.',
  })),
];

/** In a module a class is the module's own; a package's class may be named only inside one of the module's. */
const noGlobalClass = {
  meta: { type: 'problem', schema: [], messages: { alone: 'A module names no class outside itself: {{selector}}' } },
  create: (context) => ({
    Rule(node) {
      for (const one of node.prelude.children) {
        const selector = context.sourceCode.getText(one);
        if (!/^[^(:]*\.[A-Za-z]/.test(selector)) context.report({ node: one, messageId: 'alone', data: { selector } });
      }
    },
  }),
};

export const boundarySettings = {
  'import/resolver': { typescript: { project: './tsconfig.json' } },
  'boundaries/include': ['src/**/*'],
  'boundaries/elements': [
    { type: 'core', pattern: 'src/core/*', capture: ['module'] },
    { type: 'ui', pattern: 'src/ui/*', capture: ['floor'] },
    ...[
      'model',
      'derived',
      'formats',
      'store',
      'devices',
      'workers',
      'session',
      'words',
      'server',
      'app',
      'testing',
    ].map((type) => ({
      type,
      pattern: `src/${type}`,
    })),
  ],
};

/** Long because they list: jigs drawn from their measures, pictures of the demo drawn by code. */
const DATA_TABLES = ['src/core/registration/jigs.ts', 'demo/quinces.ts', 'demo/saltWorks.ts'];

export default tseslint.config(
  {
    ignores: ['node_modules/', '.next/', 'next-env.d.ts', 'data/', '.tmp/', 'bench/.out/', 'test-results/', '*.tmp.*'],
  },
  ...tseslint.configs.recommended.map((config) => ({ files: ['**/*.{ts,tsx,js,mjs,cjs}'], ...config })),
  {
    files: ['**/*.{ts,tsx,js,mjs,cjs}'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
    },
  },
  { files: ['**/*.js'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  {
    // a part one can read: what is longer is a hook and its parts, or a table
    files: ['src/**/*.{ts,tsx}', 'demo/**/*.ts', 'scripts/**/*.{ts,mjs}'],
    ignores: ['**/*.test.ts', ...DATA_TABLES],
    rules: {
      complexity: ['warn', 20],
      'max-lines-per-function': ['warn', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['src/**/*.tsx', 'src/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
      'import-x/resolver-next': [createTypeScriptImportResolver({ project: './tsconfig.json' })],
    },
    rules: { 'import-x/no-cycle': ['error', { ignoreExternal: true }] },
  },
  {
    files: ['src/{server,formats}/**/*.ts', 'src/{ui,app}/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...colourLiterals] },
  },
  {
    files: ['src/{ui,app}/**/*.tsx'],
    rules: { 'no-restricted-syntax': ['error', ...colourLiterals, ...inlineStyles] },
  },
  {
    files: ['src/**/*.css'],
    plugins: { css },
    language: 'css/css',
    rules: {
      'css/no-duplicate-imports': 'error',
      'css/no-empty-blocks': 'error',
      'no-restricted-syntax': [
        'error',
        { selector: 'Hash', message: 'A colour is a token: var(--…).' },
        {
          selector: 'Function[name=/^(rgba?|hsla?|hwb|lab|lch|oklab|oklch)$/i]',
          message: 'A colour is a token: var(--…), mixed by color-mix.',
        },
        { selector: 'Declaration[property=/^font(-size)?$/] Dimension[unit=px]', message: 'Sizes of text are in rem.' },
      ],
    },
  },
  { files: ['src/ui/theme/tokens.css'], rules: { 'no-restricted-syntax': 'off' } },
  {
    files: ['src/ui/**/*.module.css'],
    plugins: { local: { rules: { 'no-global-class': noGlobalClass } } },
    rules: { 'local/no-global-class': 'error' },
  },
  {
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['**/*.test.ts'],
    plugins: { boundaries },
    settings: boundarySettings,
    rules: boundaryRules,
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness is a seed: use core/random.' },
        { object: 'Date', property: 'now', message: 'Time is an argument.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Time is an argument.' },
      ],
    },
  },
);
