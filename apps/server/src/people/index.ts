export { PeopleModule } from './people.module.ts';
export { mayAct, PeopleService } from './people.service.ts';
export { NeedsRole, SESSION_COOKIE, Signed } from './session.guard.ts';
