// The grammar's names for lists whose members can be taken out one by one, by the names that shapes of all languages share.
export const LISTS: Record<string, { kind: string; parted?: 'comma'; hollow?: true }> = {
  program: { kind: 'Program' },
  compound_statement: { kind: 'BlockStatement' },
  declaration_list: { kind: 'ClassBody' },
  array_creation_expression: { kind: 'ArrayExpression', parted: 'comma', hollow: true },
  formal_parameters: { kind: 'parameters', parted: 'comma' },
  namespace_use_group: { kind: 'names', parted: 'comma', hollow: true },
  attribute_list: { kind: 'attributes', hollow: true },
};
// What may be there or not without changing what a thing is goes by the names of such parts.
export const PARTS: Record<string, string> = {
  attribute_list: 'decorators',
  visibility_modifier: 'decorators',
  final_modifier: 'decorators',
  readonly_modifier: 'decorators',
  abstract_modifier: 'decorators',
  base_clause: 'superClass',
  class_interface_clause: 'superClass',
};
export const KINDS: Record<string, string> = {
  class_declaration: 'ClassDeclaration',
  namespace_use_declaration: 'ImportDeclarationOfClass',
  namespace_use_clause: 'ImportClause',
  string: 'Literal',
  encapsed_string: 'Literal',
  name: 'Identifier',
  variable_name: 'Identifier',
  array_element_initializer: 'Property',
  expression_statement: 'ExpressionStatement',
};
export const STAYING = new Set(['declare_statement', 'namespace_definition', 'class_declaration']);

export const DECLARING = new Set(['simple_parameter', 'property_promotion_parameter', 'property_element']);

// Where a name stands for a class, and as which child.
export const NAMING = new Map([
  ['named_type', 0],
  ['base_clause', 1],
  ['class_interface_clause', 1],
  ['attribute', 0],
  ['object_creation_expression', 1],
  ['class_constant_access_expression', 0],
  ['scoped_call_expression', 0],
  ['scoped_property_access_expression', 0],
  ['binary_expression', 2],
  ['use_declaration', 1],
]);
