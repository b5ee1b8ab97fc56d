import { afterAll } from 'vitest';
import { closeApps } from './opened-apps';

afterAll(closeApps);
