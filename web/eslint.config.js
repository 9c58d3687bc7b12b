import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['dist', 'src/api/schema.ts'] },
  ...tseslint.configs.recommended,
  reactHooks.configs.flat.recommended,
  { rules: { 'no-console': 'error', eqeqeq: ['error', 'always', { null: 'ignore' }] } },
)
