import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/dist-types/**',
      '.zarnel/**',
      'test-results/**',
      'playwright-report/**',
      '**/*.d.ts',
      '**/*.d.mts',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true },
      ],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      // TypeORM's schemas are made from plain objects.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      '@typescript-eslint/consistent-type-definitions': ['error', 'type'],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: 'TSEnumDeclaration', message: 'Use a union of literals.' },
        { selector: 'ExportDefaultDeclaration', message: 'Export by name.' },
        { selector: 'ExportAllDeclaration', message: 'List the names.' },
        {
          selector:
            'JSXOpeningElement[name.name=/NumberField$/] > JSXAttribute[name.name="unit"] > Literal[value=/^(N|kN|Nm|N·m|kg|mm|m|mm²|m²|Pa|kPa|m\\/s|°C|K)$/]',
          message: 'What is told in two systems of units is a MeasureField, LengthField or TemperatureField.',
        },
        {
          selector:
            'CallExpression[callee.name="useAppSelector"] > ArrowFunctionExpression > MemberExpression.body[object.name="state"][property.name="plan"]',
          message: 'All of it changes with every frame of a drag: select what is needed of it.',
        },
      ],
    },
  },
  {
    // The core has no clock, no chance and no surroundings: they come in as arguments.
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'setTimeout',
        'performance',
        'navigator',
        'console',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // Tools want their configuration as a default export.
    files: ['**/*.config.ts', '**/*.test.ts'],
    rules: { 'no-restricted-syntax': 'off' },
  },
  { files: ['scripts/**/*.mjs', '*.js', '*.cjs'], languageOptions: { globals: globals.node } },
);
