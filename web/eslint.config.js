import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import ts from 'typescript-eslint'

const NAMES = '/^(words|text|title|label|sentence|detail|short_name)$|_words$|_text$/'
const SAID = [
  `CallExpression[callee.property.name=/^(split|slice|replace|replaceAll|startsWith|endsWith|indexOf|match|toLowerCase)$/][callee.object.property.name=${NAMES}]`,
  `BinaryExpression[operator=/^[!=]==$/][left.property.name=${NAMES}][right.type='Literal'][right.value!='']`,
  `CallExpression[callee.property.name='includes'][callee.object.property.name=/^(words|text|sentence|detail)$|_words$/]`,
]

export default ts.config(
  { ignores: ['dist', 'src/api/schema.d.ts', 'src/components.d.ts'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.{ts,vue}'],
    languageOptions: { globals: globals.browser, parserOptions: { parser: ts.parser } },
    rules: { 'vue/multi-word-component-names': 'off', 'vue/no-v-html': 'error' },
  },
  {
    // no code decides on a sentence, or cuts one: what is said to a keeper is shown as it is
    files: ['**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    rules: Object.fromEntries(
      ['no-restricted-syntax', 'vue/no-restricted-syntax'].map((rule) => [
        rule,
        ['error', ...SAID.map((selector) => ({ selector, message: 'A sentence is shown, never cut, searched or compared.' }))],
      ]),
    ),
  },
  {
    // our own drawings, built into the app or drawn by its server from shapes it ships, never what somebody typed
    files: ['features/look/PlateDrawing', 'features/look/SignLens', 'shared/PlateInk'].map((name) => `src/${name}.vue`),
    rules: { 'vue/no-v-html': 'off' },
  },
  { files: ['**/*.cjs'], languageOptions: { globals: globals.node } },
  prettier,
)
