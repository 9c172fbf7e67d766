import js from '@eslint/js';
import globals from 'globals';

export default [
    js.configs.recommended,
    {
        languageOptions: { ecmaVersion: 2024, sourceType: 'module', globals: globals.browser },
        rules: {
            eqeqeq: 'error',
            'no-unused-vars': ['error', { ignoreRestSiblings: true }],
            'no-implicit-coercion': 'error',
            'no-var': 'error',
            'prefer-const': 'error',
        },
    },
];
