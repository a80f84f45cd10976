import globals from 'globals';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

/** Imports run one way: app → worker → core, app → store → core. A layer may not name what is listed here. */
const against = (folders, packages, message) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: [
        { regex: `^(\\.\\./)+(${folders.join('|')})(/|$)`, message },
        ...(packages.length ? [{ regex: `^(${packages.join('|')})(/|$)`, message }] : []),
      ],
    },
  ],
});

const CLOCK = 'Core has no clock and no chance of its own: take the date and the seed as arguments.';

/**
 * An event is over by the time a deferred deed is worked out, and a controlled field has sprung back to what is stored: what it
 * held is read in the handler itself.
 */
const events = {
  rules: {
    'read-at-once': {
      create: (context) => {
        const fn = (node) => (!node || /Function/.test(node.type) ? node : fn(node.parent));
        return {
          'MemberExpression[property.name=/^(target|currentTarget)$/][object.type="Identifier"]': (node) => {
            let scope = context.sourceCode.getScope(node);
            while (scope && !scope.set.has(node.object.name)) scope = scope.upper;
            const of = scope?.set.get(node.object.name)?.defs[0];
            if (of?.type === 'Parameter' && of.node !== fn(node))
              context.report({ node, message: 'Read the event in its own handler: later the field has sprung back.' });
          },
        };
      },
    },
  },
};

export default ts.config(
  { ignores: ['dist/**', 'node_modules/**', '.stamps/**'] },
  ...ts.configs.recommended,
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      eqeqeq: 'error',
      'prefer-const': 'error',
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/tests/**'],
    rules: {
      ...against(
        ['store', 'worker', 'app', 'server', 'demo', 'e2e', 'bench', 'scripts'],
        ['react', 'react-dom', 'react-router', 'dexie', 'comlink', 'express', 'node:.*', '@radix-ui', 'swr'],
        'core/ is pure: no interface, no storage, no clock.',
      ),
      'no-restricted-globals': [
        'error',
        ...['window', 'document', 'localStorage', 'indexedDB', 'fetch', 'navigator', 'performance', 'process'].map(
          (name) => ({ name, message: 'core/ is pure: no interface, no storage, no clock.' }),
        ),
        { name: 'setTimeout', message: CLOCK },
        { name: 'crypto', message: CLOCK },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: CLOCK },
        { selector: "MemberExpression[object.name='Date'][property.name='now']", message: CLOCK },
        { selector: "MemberExpression[object.name='Math'][property.name='random']", message: CLOCK },
      ],
    },
  },
  {
    files: ['store/**/*.ts'],
    rules: against(
      ['app', 'worker', 'server', 'demo', 'e2e'],
      ['react', 'react-dom', 'react-router'],
      'store/ knows core only.',
    ),
  },
  {
    files: ['worker/**/*.ts'],
    rules: against(
      ['app', 'store', 'server', 'demo', 'e2e'],
      ['react', 'react-dom', 'react-router', 'dexie'],
      'worker/ knows core only.',
    ),
  },
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks, events },
    rules: {
      'events/read-at-once': 'error',
      ...hooks.configs.recommended.rules,
      ...against(
        ['server', 'e2e', 'bench', 'scripts'],
        ['dexie', 'express'],
        'app/ reaches storage through store/ only.',
      ),
      'no-restricted-globals': ['error', { name: 'indexedDB', message: 'app/ reaches storage through store/ only.' }],
    },
  },
);
