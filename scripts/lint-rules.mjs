/**
 * Rules of this house that no linter brings along.
 *
 * - `read-at-once`: an event is over by the time a deferred deed is worked out, and a controlled field has sprung back to what is
 *   stored: what it held is read in the handler itself.
 * - `no-clock`: core has no clock and no chance of its own.
 */
const isFunction = (node) => /Function/.test(node.type);
const around = (node) => (!node || isFunction(node) ? node : around(node.parent));

const readAtOnce = {
  create: (context) => ({
    MemberExpression(node) {
      const { object, property } = node;
      if (node.computed || object.type !== 'Identifier' || !/^(target|currentTarget)$/.test(property.name)) return;
      let scope = context.sourceCode.getScope(node);
      while (scope && !scope.set.has(object.name)) scope = scope.upper;
      const of = scope?.set.get(object.name)?.defs[0];
      if (of?.type === 'Parameter' && of.node !== around(node))
        context.report({ node, message: 'Read the event in its own handler: later the field has sprung back.' });
    },
  }),
};

const CLOCK = 'Core has no clock and no chance of its own: take the date and the seed as arguments.';
const noClock = {
  create: (context) => ({
    NewExpression(node) {
      if (node.callee.type === 'Identifier' && node.callee.name === 'Date' && node.arguments.length === 0)
        context.report({ node, message: CLOCK });
    },
    MemberExpression({ object, property, computed }) {
      if (computed || object.type !== 'Identifier') return;
      if (`${object.name}.${property.name}` === 'Date.now' || `${object.name}.${property.name}` === 'Math.random')
        context.report({ node: property, message: CLOCK });
    },
  }),
};

export default { meta: { name: 'house' }, rules: { 'read-at-once': readAtOnce, 'no-clock': noClock } };
