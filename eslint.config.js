import importX from 'eslint-plugin-import-x';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** A colour of the theme, wherever it is written. */
const COLOUR = /(^|\s)(text|bg|fill|stroke|border)-(ink|paper|sheet|well|line|petrol|moss|amber|brick|iris)(-|\s|$)/;

/** Class names that are not layout. */
const LOOK =
    /(^|\s)([^\s:]+:)*(text-(?!(left|right|center|wrap|nowrap)(\s|$))|font-|bg-|border|rounded|shadow|fill-|stroke-|underline|no-underline|line-through|decoration-|leading-|opacity-|outline|cursor-|accent-|ring)/;

export default tseslint.config(
    { ignores: ['resources/ui/api/schema.d.ts', 'resources/ui/api/rules.d.ts', 'examples/floodline/dist'] },
    ...tseslint.configs.strict,
    jsxA11y.flatConfigs.recommended,
    reactHooks.configs.flat['recommended-latest'] ?? reactHooks.configs.flat.recommended,
    {
        plugins: { 'import-x': importX },
        settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()] },
        // Of two files that need each other neither can be read, tested or loaded by itself.
        rules: { 'import-x/no-cycle': 'error' },
    },
    {
        // How things look is the kit's; a screen says where they stand.
        files: ['resources/ui/console/**/*.tsx', 'resources/ui/pages/**/*.tsx'],
        rules: {
            'no-restricted-syntax': [
                'error',
                {
                    selector: `Literal[value=${COLOUR}]`,
                    message: 'A colour is named by what it means, and drawn by resources/ui/kit.',
                },
                ...[
                    "JSXAttribute[name.name='className'] Literal[value=%]",
                    "JSXAttribute[name.name='className'] TemplateElement[value.raw=%]",
                ].map((place) => ({
                    selector: place.replace('%', String(LOOK)),
                    message:
                        'A screen holds layout alone: colour, type, edges and grounds come from resources/ui/kit (Text, Note, Surface and others).',
                })),
            ],
        },
    },
);
