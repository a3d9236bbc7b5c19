import * as yup from 'yup';
import { takeWords } from './core/files';

// Tests say what is wrong at once.
takeWords(yup);
