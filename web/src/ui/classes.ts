export { clsx as classes } from 'clsx';
