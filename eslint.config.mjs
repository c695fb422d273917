// @ts-check
import withNuxt from './.nuxt/eslint.config.mjs'

// The formatter breaks lines where it can; what it cannot break, a sentence or an example, is left whole.
const LONG_LINES = {
  code: 120,
  ignoreStrings: true,
  ignoreTemplateLiterals: true,
  ignoreRegExpLiterals: true,
  ignoreUrls: true,
  ignorePattern: '@example',
}

export default withNuxt(
  { ignores: ['.data/**', 'server/db/migrations/**', 'docs/**'] },
  { files: ['**/*.ts', '**/*.mjs'], rules: { 'max-len': ['error', LONG_LINES] } },
  // How a template is laid out is the formatter's business.
  {
    files: ['**/*.vue'],
    rules: {
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
    },
  },
)
