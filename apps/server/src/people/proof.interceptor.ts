import { Injectable, type CallHandler, type ExecutionContext, type NestInterceptor } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { PROOF_HEADER } from '@kanzel/contract';
import { catchError, throwError, type Observable } from 'rxjs';
import { FRESH, SESSION_COOKIE, type WithPerson } from '../access.ts';
import { refuse } from '../refusal.ts';
import { cookieOf } from './cookies.ts';
import { ProofService } from './proof.service.ts';

/** Asks for a fresh proof before whatever can lead to a signature or a right; an act that was refused spends none. */
@Injectable()
export class ProofInterceptor implements NestInterceptor {
  constructor(
    private readonly proofs: ProofService,
    private readonly reflector: Reflector,
  ) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    if (!this.reflector.get<boolean | undefined>(FRESH, context.getHandler())) return next.handle();
    const request = context.switchToHttp().getRequest<WithPerson>();
    const giveBack = this.proofs.take(request.header(PROOF_HEADER), cookieOf(request, SESSION_COOKIE));
    if (!giveBack)
      throw refuse(
        428,
        'This asks for your passphrase once more. Nothing was changed; give it, and it goes on.',
      );
    return next.handle().pipe(
      catchError((error: unknown) => {
        giveBack();
        return throwError(() => error);
      }),
    );
  }
}
