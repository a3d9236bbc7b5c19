import { TERMS } from '@/core/terms';

/** A worker is told the terms by its name, which it knows before it reads a module. */
export const WORKER_NAME = `terms ${JSON.stringify(TERMS)}`;
