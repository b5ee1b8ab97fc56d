import { afterAll } from 'vitest';
import { closeApps } from './database';

afterAll(closeApps);
