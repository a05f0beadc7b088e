import nextVitals from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';

const config = [
  {
    ignores: [
      '.next/**',
      '.workers/**',
      'public/**',
      '.mutate/**',
      'node_modules/**',
      'next-env.d.ts',
      'test-results/**',
      'playwright-report/**',
      '**/*.tmp.*',
    ],
  },
  ...nextVitals,
  ...nextTypescript,
  {
    rules: {
      // The virtual list is read where it is made and handed to nobody.
      'react-hooks/incompatible-library': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    // A promise that nobody waits for loses what goes wrong in it.
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: { '@typescript-eslint/no-floating-promises': 'error' },
  },
  {
    files: ['src/**/*.{ts,tsx}', 'cli/**/*.ts', 'demo/**/*.ts'],
    ignores: [
      'src/app/**',
      'src/ui/plan/header/find.tsx',
      'src/ui/kit/toast.tsx',
      'src/ui/kit/inputs/calendar.tsx',
    ],
    rules: { 'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }] },
  },
  {
    // The floating library hands out functions as refs, which the rule takes for refs that are read.
    files: ['src/ui/kit/{menu,tooltip,inputs/date-input,inputs/suggest}.tsx'],
    rules: { 'react-hooks/refs': 'off' },
  },
];

export default config;
