import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['src/api/schema.d.ts', 'target'] },
  js.configs.recommended,
  ...ts.configs.strict,
  hooks.configs.flat.recommended,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      // A function is a screenful, and decides little.
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      complexity: ['error', 12],
      // What changes something goes through a deed; what is asked, through a query: see src/ui/deed.ts.
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression[callee.property.name=/^(invalidateQueries|mutate)$/]',
          message: 'Say what a deed renews instead.',
        },
        {
          selector:
            'JSXAttribute[name.name=/[cC]lassName$/] :matches(Literal[value=/-\\[-?[\\d.#]+(px|rem|em)?\\]|(^|\\s)!|!(\\s|$)/], TemplateElement[value.raw=/-\\[-?[\\d.#]+(px|rem|em)?\\]|(^|\\s)!|!(\\s|$)/])',
          message:
            'Sizes, spaces and weights are steps of the scales in app.css; nothing is pressed through with "!".',
        },
      ],
    },
  },
  {
    files: ['src/api/{keys,live}.ts', 'src/app/Connection.tsx', 'src/**/*.test.tsx'],
    rules: { 'no-restricted-syntax': 'off' },
  },
  {
    files: ['src/**/*.test.{ts,tsx}', 'src/testing.tsx'],
    rules: { 'max-lines-per-function': 'off', complexity: 'off' },
  },
)
