/** Whatever is imported after this may be TypeScript; the programs that a test starts are not touched by it. */
import { register } from 'tsx/esm/api';

register();
