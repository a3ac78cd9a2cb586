// A thread that is closed while Node links ES modules for it ends the whole process, so it is entered by CommonJS.
const ready = import('./examine.js');
module.exports = async (task: unknown) => (await ready).default(task as never);
