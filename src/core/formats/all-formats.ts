// Every format there is. Parsers are large: this is loaded by the first edit, and by nothing that only looks.
export { dotenv } from './dotenv.ts';
export { ini } from './ini.ts';
export { json } from './json.ts';
export { lines } from './lines.ts';
export { markup } from './markup.ts';
export { script } from './script/script.ts';
export { style } from './style.ts';
export { yaml } from './yaml.ts';
