export { PeopleModule } from './people.module.ts';
export { mayAct, PeopleService } from './people.service.ts';
export { SessionService, tokenHash } from './session.service.ts';
