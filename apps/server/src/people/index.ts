export { PeopleModule } from './people.module.ts';
export { sessionTokenOf } from './cookies.ts';
export { IdentityService } from './identity.service.ts';
export { mayAct, PeopleService } from './people.service.ts';
export { SessionService, tokenHash } from './session.service.ts';
