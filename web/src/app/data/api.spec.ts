import { jest } from '@jest/globals';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { BulkRequest } from '@lens/contract';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { Api, ApiError } from './api';

describe('the API', () => {
  let api: Api;
  let http: HttpTestingController;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    api = TestBed.inject(Api);
    http = TestBed.inject(HttpTestingController);
  });
  afterEach(() => http.verify());

  const failing = async (answer: (at: string) => void, call = api.call('clock', {})): Promise<ApiError> => {
    const reply = firstValueFrom(call).catch((error: unknown) => error as ApiError);
    answer('/api/clock');
    return (await reply) as ApiError;
  };

  it('sends days as dates and reads them back as days', async () => {
    const reply = firstValueFrom(api.call('setClock', { body: { today: 20757 } }));
    const request = http.expectOne('/api/clock');
    expect(request.request).toMatchObject({ method: 'PUT', body: { today: '2026-10-31' } });
    request.flush({ today: '2026-10-31', fixed: true });
    expect(await reply).toEqual({ today: 20757, fixed: true });
  });

  it('puts names into the path safely', async () => {
    const reply = firstValueFrom(api.call('undecide', { params: { client: 'a/b' }, body: { moves: ['m'] } }));
    http.expectOne('/api/clients/a%2Fb/moves/undecide').flush({ ok: true });
    expect(await reply).toEqual({ ok: true });
  });

  it('tells a refused request in the server’s own words', async () => {
    const problem = { type: 'about:blank', title: 'Not found', status: 404, detail: 'There is no such client.' };
    const error = await failing((at) => http.expectOne(at).flush(problem, { status: 404, statusText: 'Not found' }));
    expect(error).toBeInstanceOf(ApiError);
    expect(error.message).toBe('There is no such client.');
  });

  it('tells what was typed and cannot be sent, and sends nothing', async () => {
    const body: BulkRequest = { members: [], change: { kind: 'budget', by: 'share', value: -1 } };
    const call = api.call('changeInBulk', { params: { client: 'a' }, body });
    await expect(firstValueFrom(call)).rejects.toThrow(
      'Choose what is to be changed. A budget is lowered by at most 99 %: pause it instead',
    );
  });

  it('says so when nobody answers', async () => {
    const error = await failing((at) => http.expectOne(at).error(new ProgressEvent('error')));
    expect(error.message).toContain('The server does not answer');
  });

  it('does not show an answer it cannot read', async () => {
    const complain = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const error = await failing((at) => http.expectOne(at).flush({ today: 'soon' }));
    expect(error.message).toContain('could not be read');
    expect(complain).toHaveBeenCalled();
    complain.mockRestore();
  });
});
