import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
    { ignores: ['resources/ui/api/schema.d.ts'] },
    ...tseslint.configs.strict,
    jsxA11y.flatConfigs.recommended,
    reactHooks.configs.flat['recommended-latest'] ?? reactHooks.configs.flat.recommended,
);
