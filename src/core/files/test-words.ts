import * as yup from 'yup';
// Of the module alone: what a set-up reads is read anew before each file of tests.
import { takeWords } from './validate';

// Tests say what is wrong at once.
takeWords(yup);
