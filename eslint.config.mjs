import boundaries from 'eslint-plugin-boundaries';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const GROUND = ['units', 'colour', 'geometry', 'random'];
/** Modules of the core in the order of docs/map.md: each may import the ground floor and those named before it. */
const CORE_ORDER = ['picture', 'inks', 'layers', 'cutting', 'registration', 'sheets', 'days', 'cautions'];
/** On the ground floor too, arrows point one way. */
const GROUND_ORDER = ['units', 'random', 'colour', 'geometry'];

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
        may('records', 'core'),
        may('formats', 'core', 'records'),
        may('store', 'core', 'records'),
        may('devices', 'core', 'records'),
        may('workers', 'core', 'records'),
        may('server', 'store', 'formats', 'devices', 'records', 'core'),
        may('ui', 'workers', 'records', 'core'),
        may('app', 'server', 'ui', 'records'),
        may('testing', 'server', 'store', 'formats', 'records', 'core'),
        packages('records', 'yup'),
        packages(
          'formats',
          'pdfkit',
          'fflate',
          'csv-stringify',
          'csv-stringify/*',
          'csv-parse',
          'csv-parse/*',
          'node:crypto',
          'node:zlib',
        ),
        packages('store', 'better-sqlite3', 'node:*'),
        packages('testing', 'better-sqlite3'),
        packages('server', 'sharp', 'saxes', 'node:*'),
        packages(
          'ui',
          'react',
          'next',
          'next/*',
          '@mui/*',
          '@mui/**',
          '@dnd-kit/*',
          'd3-zoom',
          'd3-selection',
          'recharts',
          'react-hotkeys-hook',
          'react-image-crop',
          'react-image-crop/**',
        ),
        packages('app', 'react', 'next', 'next/*', '@mui/**', '@mui/*', '@fontsource/**'),
      ],
    },
  ],
};

export const boundarySettings = {
  'import/resolver': { typescript: { project: './tsconfig.json' } },
  'boundaries/include': ['src/**/*'],
  'boundaries/elements': [
    { type: 'core', pattern: 'src/core/*', capture: ['module'] },
    ...['records', 'formats', 'store', 'devices', 'workers', 'server', 'ui', 'app', 'testing'].map((type) => ({
      type,
      pattern: `src/${type}`,
    })),
  ],
};

export default tseslint.config(
  { ignores: ['node_modules/', '.next/', 'next-env.d.ts', 'data/', '.tmp/', 'bench/.out/', 'test-results/'] },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' }],
    },
  },
  { files: ['**/*.js'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  {
    files: ['src/**/*.tsx', 'src/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
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
