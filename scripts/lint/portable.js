// A rule of our own for the linter: the simulation gives the same bits in every engine
// (core/numeric/portable.ts says why), and engines differ in the last digit of a power.
const noPowerOperator = {
  create: (context) => ({
    BinaryExpression(node) {
      if (node.operator === '**') {
        context.report({
          node,
          message: 'Engines differ in its last digit; use square, cube or power of core/numeric.',
        });
      }
    },
  }),
};

export default { meta: { name: 'portable' }, rules: { 'no-power-operator': noPowerOperator } };
