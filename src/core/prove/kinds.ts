import type { ProofKinds } from '../definition/proof-kind.ts';
import { editorSettings } from './editor-settings/editor-settings.ts';
import { lint } from './lint/lint.ts';
import { run } from './run/run.ts';
import { builtCss } from './built-css/built-css.ts';
import { probe } from './probe/probe.ts';
import { page } from './page/page.ts';
import { routes } from './routes/routes.ts';
import { http } from './http/http.ts';
import { format } from './format/format.ts';
import { commit } from './commit/commit.ts';

/** Every kind of proof that there is. */
export const PROOF_KINDS: ProofKinds = [editorSettings, lint, run, builtCss, probe, page, routes, http, format, commit];
