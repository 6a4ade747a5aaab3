import { TestEnvironment } from 'jest-environment-node';
import vm from 'node:vm';

/**
 * Jest's environment with a global of its own that is an ordinary one. The usual kind intercepts every look at it, so that each
 * Math.exp takes several times as long as it does outside tests.
 */
export default class PlainEnvironment extends TestEnvironment {
  constructor(...given) {
    const usual = vm.createContext;
    vm.createContext = () => usual(vm.constants.DONT_CONTEXTIFY);
    try {
      super(...given);
    } finally {
      vm.createContext = usual;
    }
  }
}
