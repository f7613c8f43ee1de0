import { isMap, type YAMLMap } from 'yaml';
import type { TieOf } from '../../definition/ties.ts';
import type { Edit } from '../../edits/edit.ts';
import { joinPointer } from '../../formats/json-pointer.ts';
import type { JsonValue } from '../../formats/tree-operation.ts';
import { readYaml } from '../../formats/yaml/yaml-document.ts';
import type { Ground } from '../../joints/ground.ts';
import { blockedJoint, type JointOf } from '../../joints/joint.ts';

// What a firewall has where somebody can sign in already (Symfony's docs, "Security", "Authenticating Users").
const WAYS_IN = [
  'access_token',
  'custom_authenticators',
  'form_login',
  'form_login_ldap',
  'guard',
  'http_basic',
  'http_basic_ldap',
  'json_login',
  'json_login_ldap',
  'login_link',
  'oauth',
  'remote_user',
  'x509',
];
const HASHED = 'Symfony\\Component\\Security\\Core\\User\\PasswordAuthenticatedUserInterface';
const PROVIDER = 'people';

/** The file of an app's security settings. */
export function securityFile(ground: Ground): string {
  const names = ['config/packages/security.yaml', 'config/packages/security.yml'];
  return ground.first(names.map((name) => ground.inHost(name))) ?? ground.inHost('config/packages/security.yaml');
}

/** Whether a firewall lets people in. */
export function canSignIn(ground: Ground): boolean {
  const read = readYaml(ground.text(securityFile(ground)) ?? '');
  const firewalls = 'reason' in read ? undefined : read.document.getIn(['security', 'firewalls']);
  if (!isMap(firewalls)) return false;
  return firewalls.items.some(({ value }) => isMap(value) && WAYS_IN.some((one) => value.has(one)));
}

/** Who may see which paths: the rules of the security settings (Symfony's docs, "Security", "Access Control (Authorization)"). */
export function accessJoint(ground: Ground): JointOf<'framework.access'> {
  const file = securityFile(ground);
  const inPhp = ground.inHost('config/packages/security.php');
  if (!ground.has(file) && ground.has(inPhp))
    return blockedJoint('framework.access', inPhp, 'security settings in PHP', {
      reason: 'the security settings are PHP',
      handwork: 'Guard the path where your app guards its own.',
    });
  const read = readYaml(ground.text(file) ?? '');
  // Where nobody can sign in yet, what lets people in brings the first rules.
  const hasRules = !canSignIn(ground) || (!('reason' in read) && read.document.hasIn(['security', 'access_control']));
  return {
    name: 'framework.access',
    state: ground.has(file) ? 'present' : 'makeable',
    file,
    detail: 'the rules of the security settings',
    tie: ({ path, role }) => rulesFirst(file, hasRules, [{ path: `^${quoted(path)}(/|$)`, roles: role }]),
  };
}

interface Security {
  file: string;
  providers: YAMLMap | undefined;
  /** The one firewall that is for all pages, with its settings. */
  firewall: { name: string; settings: YAMLMap | undefined };
  /** The component is there by which the framework counts tries. */
  canThrottle: boolean;
  /** There is a list of rules, or an empty place for one. */
  hasRules: boolean;
}

/** How people sign in: providers, firewall and rules of the security settings (Symfony's docs, "Security"). */
export function signInJoint(ground: Ground): JointOf<'framework.sign-in'> {
  const file = securityFile(ground);
  const inPhp = ground.inHost('config/packages/security.php');
  const handwork = 'Set up form_login, logout and a user provider by hand.';
  if (!ground.has(file) && ground.has(inPhp))
    return blockedJoint('framework.sign-in', inPhp, 'security settings in PHP', {
      reason: 'the security settings are PHP',
      handwork,
    });
  const security = readSecurity(ground, file);
  if ('reason' in security)
    return blockedJoint('framework.sign-in', file, 'the security settings', { ...security, handwork });
  return {
    name: 'framework.sign-in',
    state: ground.has(file) ? 'present' : 'makeable',
    file,
    detail: `the firewall ${security.firewall.name}`,
    tie: (tie) => [
      ...hashing(security),
      ...providing(security, tie),
      ...entering(security, tie),
      ...ruling(security, tie),
    ],
  };
}

function readSecurity(ground: Ground, file: string): Security | { reason: string } {
  const read = readYaml(ground.text(file) ?? '');
  if ('reason' in read) return { reason: read.reason };
  const at = (name: string): unknown => read.document.getIn(['security', name]);
  const firewalls = at('firewalls');
  const all = isMap(firewalls) ? firewalls.items : [];
  const wide = all.flatMap(({ key, value }) => {
    const settings = isMap(value) ? value : undefined;
    const pattern = settings?.get('pattern');
    const isWide = typeof pattern !== 'string' || /^\^?\/?\$?$/.test(pattern);
    return settings?.get('security') === false || settings?.has('request_matcher') || !isWide
      ? []
      : [{ name: String(key), settings }];
  });
  const [firewall = { name: 'main', settings: undefined }, second] = wide;
  if (second) return { reason: `more than one firewall is for all pages: ${firewall.name} and ${second.name}` };
  const [way] = WAYS_IN.filter((one) => firewall.settings?.has(one));
  if (way !== undefined) return { reason: `the firewall ${firewall.name} lets people in already, by ${way}` };
  if (firewall.settings?.has('logout')) return { reason: `the firewall ${firewall.name} signs people out already` };
  const providers = at('providers');
  return {
    file,
    firewall,
    canThrottle: ground.finds('symfony/rate-limiter'),
    providers: isMap(providers) ? providers : undefined,
    hasRules: read.document.hasIn(['security', 'access_control']),
  };
}

function set(file: string, path: readonly string[], value: unknown, more: object = {}): Edit {
  const pointer = joinPointer(['security', ...path]);
  return { file, format: 'yaml', operation: { op: 'set', pointer, value: value as JsonValue, ...more }, seed: '' };
}

function hashing({ file }: Security): Edit[] {
  return [set(file, ['password_hashers', HASHED], 'auto', { any: true })];
}

type SignIn = TieOf<'framework.sign-in'>;

/** Where people come from: a provider of the app's that has them stays; others go on beside the new one. */
function providing({ file, providers, firewall }: Security, { people, field }: SignIn): Edit[] {
  const chosen = firewall.settings?.get('provider');
  const all = providers?.items.map(({ key }) => String(key)) ?? [];
  const current = typeof chosen === 'string' ? chosen : all.length === 1 ? all[0] : undefined;
  const before = current === undefined ? undefined : providers?.get(current);
  if (isMap(before) && isEntity(before, people)) return [];
  const entity = { class: people, ...(field === undefined ? {} : { property: field }) };
  const own = set(file, ['providers', PROVIDER], { entity });
  const standing = typeof chosen === 'string' ? { replace: chosen } : {};
  const isEmpty = current === undefined || !isMap(before) || hasNobody(before);
  if (isEmpty) return [own, set(file, ['firewalls', firewall.name, 'provider'], PROVIDER, standing)];
  const both = `${PROVIDER}_and_${current}`;
  return [
    own,
    set(file, ['providers', both], { chain: { providers: [PROVIDER, current] } }),
    set(file, ['firewalls', firewall.name, 'provider'], both, standing),
  ];
}

function isEntity(provider: YAMLMap, people: string): boolean {
  const named = provider.getIn(['entity', 'class']);
  return typeof named === 'string' && named.replace(/^\\/, '') === people;
}

/** `memory: null`, which is what an app has before anybody can sign in. */
function hasNobody(provider: YAMLMap): boolean {
  if (!provider.has('memory')) return false;
  const users = provider.getIn(['memory', 'users']);
  return users === undefined || users === null || (isMap(users) && users.items.length === 0);
}

function entering({ file, firewall, canThrottle }: Security, tie: SignIn): Edit[] {
  const { enter, leave, home, email, password, token, failed, remember, throttle } = tie;
  const csrf = { enable_csrf: true, csrf_parameter: token.field, csrf_token_id: token.name };
  const form = {
    login_path: enter,
    check_path: enter,
    default_target_path: home,
    username_parameter: email,
    password_parameter: password,
    ...csrf,
    ...(failed === undefined ? {} : { failure_handler: failed }),
  };
  const at = (name: string, value: unknown, more?: object): Edit =>
    set(file, ['firewalls', firewall.name, name], value, more);
  return [
    ...(firewall.settings ? [] : [at('lazy', true)]),
    at('form_login', form),
    at('logout', { path: leave, target: enter, ...csrf }),
    ...(remember ? [at('remember_me', { secret: '%kernel.secret%' }, { any: true })] : []),
    ...(throttle && canThrottle ? [at('login_throttling', { max_attempts: 10 }, { any: true })] : []),
  ];
}

function quoted(path: string): string {
  return path.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&');
}

function ruling({ file, hasRules }: Security, { rules }: SignIn): Edit[] {
  const all = rules.map(({ paths, open }) => {
    const each = paths.map(quoted);
    const named = each.length === 1 ? each.join('') : `(${each.join('|')})`;
    return { path: `^${named}${open ? '$' : '(/|$)'}`, roles: open ? 'PUBLIC_ACCESS' : 'IS_AUTHENTICATED' };
  });
  return rulesFirst(file, hasRules, all);
}

/** Rules go before those of the app: the first one that matches counts. */
function rulesFirst(file: string, hasRules: boolean, all: { path: string; roles: string }[]): Edit[] {
  if (!hasRules) return [set(file, ['access_control'], all)];
  const pointer = joinPointer(['security', 'access_control']);
  return all.toReversed().map((value) => ({
    file,
    format: 'yaml',
    operation: { op: 'add', pointer, value, place: 'first' },
    seed: '',
  }));
}
