import js from '@eslint/js';
import tseslint from 'typescript-eslint';

export default tseslint.config(js.configs.recommended, tseslint.configs.recommendedTypeChecked, {
  languageOptions: { parserOptions: { projectService: { allowDefaultProject: ['*.mjs', '*.ts'] } } },
});
