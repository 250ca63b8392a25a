import importX from 'eslint-plugin-import-x';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
    { ignores: ['resources/ui/api/schema.d.ts', 'resources/ui/api/rules.d.ts'] },
    ...tseslint.configs.strict,
    jsxA11y.flatConfigs.recommended,
    reactHooks.configs.flat['recommended-latest'] ?? reactHooks.configs.flat.recommended,
    {
        plugins: { 'import-x': importX },
        settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()] },
        // Of two files that need each other neither can be read, tested or loaded by itself.
        rules: { 'import-x/no-cycle': 'error' },
    },
);
