import { work, type Answered, type Question } from './answers';

/** What a thread of the server's pool does with a request. */
export default (question: Question): Promise<Answered> => work(question);
