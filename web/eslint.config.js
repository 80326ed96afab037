import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import ts from 'typescript-eslint'

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
    // our own drawings, built into the app or drawn by its server from shapes it ships, never what somebody typed
    files: ['features/look/PlateDrawing', 'features/look/SignLens', 'shared/PlateInk'].map((name) => `src/${name}.vue`),
    rules: { 'vue/no-v-html': 'off' },
  },
  { files: ['**/*.cjs'], languageOptions: { globals: globals.node } },
  prettier,
)
