import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript';
import pluginVue from 'eslint-plugin-vue';

export default defineConfigWithVueTs(
    { ignores: ['public/**', 'vendor/**', 'node_modules/**'] },
    pluginVue.configs['flat/recommended'],
    vueTsConfigs.strictTypeChecked,
    {
        rules: {
            'vue/html-indent': ['error', 4],
            'vue/max-attributes-per-line': ['error', { singleline: 6, multiline: 1 }],
            'vue/require-default-prop': 'off',
            'vue/singleline-html-element-content-newline': 'off',
            'vue/html-self-closing': 'off',
            'vue/multi-word-component-names': 'off',
            // The engraved page comes from the engraving library in our own worker.
            'vue/no-v-html': 'off',
            // Numbers are words on a page.
            '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
            '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
        },
    },
    {
        // What is not there fails a test all the same.
        files: ['tests/**'],
        rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
    },
);
