export { PeopleModule } from './people.module.ts';
export { mayAct, PeopleService } from './people.service.ts';
