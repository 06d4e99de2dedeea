import type { Plugin } from 'vite';

interface Span {
  type: string;
  start: number;
  end: number;
}
interface Import extends Span {
  specifiers: (Span & { local: { name: string }; imported?: { name: string } })[];
}

/**
 * Makes what a module of core/ imports a constant of its own. Tests load every file as a module, and each use of
 * an import goes through a getter there; a kernel then spends most of its time in getters, which a build does not
 * have. No module of core/ exports what changes later, and none import each other in a circle (check:imports).
 */
export const constantImports = (): Plugin => ({
  name: 'constant-imports',
  enforce: 'post',
  transform(code, id) {
    if (!/\/core\/[^?]*\.ts$/.test(id)) return null;
    const imports = (this.parse(code).body as unknown as Import[]).filter(
      ({ type }) => type === 'ImportDeclaration',
    );
    let constants = '';
    let changed = '';
    let kept = 0;
    for (const { specifiers, end } of imports) {
      for (const { type, local, imported, ...span } of specifiers) {
        if (type === 'ImportNamespaceSpecifier') continue;
        changed += code.slice(kept, span.start);
        changed += imported ? `${imported.name} as $${local.name}` : `$${local.name}`;
        constants += `const ${local.name} = $${local.name};`;
        kept = span.end;
      }
      changed += code.slice(kept, end);
      kept = end;
    }
    // No line is moved: places in errors stay right.
    return { code: changed + constants + code.slice(kept), map: null };
  },
});
