import { defineConfig } from 'vitest/config';

export default defineConfig({
    test: { include: ['tests/Js/**/*.test.js'], environment: 'node' },
});
