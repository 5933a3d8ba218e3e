import { build } from './lib/build.mjs';
import { ensureModules } from './lib/setup.mjs';

ensureModules();
build();
