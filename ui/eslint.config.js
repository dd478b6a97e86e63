import js from '@eslint/js'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

// How a thing is laid out is prettier's to say; these rules look for mistakes.
const layout = Object.fromEntries(
  [
    'html-closing-bracket-newline',
    'html-indent',
    'html-self-closing',
    'max-attributes-per-line',
    'multiline-html-element-content-newline',
    'singleline-html-element-content-newline',
  ].map((rule) => [`vue/${rule}`, 'off']),
)

export default ts.config(
  { ignores: ['dist/**', 'src/api/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      ...layout,
      'no-undef': 'off', // the compiler knows better
      'vue/multi-word-component-names': 'off', // a place is called what it is
      'vue/require-default-prop': 'off', // what is absent is undefined, as its type says
      'vue/no-v-html': 'error',
      'vue/max-len': [
        'error',
        {
          code: 119,
          template: 119,
          ignoreUrls: true,
          ignoreStrings: true,
          ignoreTemplateLiterals: true,
          ignoreRegExpLiterals: true,
          ignoreHTMLAttributeValues: true,
          ignoreHTMLTextContents: true,
        },
      ],
    },
  },
)
