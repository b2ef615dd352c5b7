/** Whether something failed because the database does not answer: said in words, and tried again later. */
export { isDatabaseDown } from '~/db/client.server';
