/** The one fetch wrapper: addresses, headers, and every way a request can fail in plain words. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import { CHANGE_HEADER, PERSON_HEADER } from '#contract/headers.ts';
import { RequestFault, request } from './request.ts';

afterEach(() => vi.unstubAllGlobals());

function answerWith(answer: () => Response | Promise<Response>) {
  const asked: { address: string; init: RequestInit }[] = [];
  vi.stubGlobal('fetch', async (address: string, init: RequestInit) => {
    asked.push({ address, init });
    return answer();
  });
  return asked;
}

const faultOf = (asking: Promise<unknown>): Promise<RequestFault> =>
  asking.then(
    () => {
      throw new Error('it was answered');
    },
    (fault) => fault,
  );

describe('a request', () => {
  it('puts names into its address, and leaves out what is not asked', async () => {
    const asked = answerWith(() => Response.json({}));
    await request('getPair', { params: { tag: 'NS 01/ä' } });
    await request('getSheet', { params: { edition: 'kerb' }, query: { label: 'uk-8' } });
    await request('getSheet', { params: { edition: 'kerb' }, query: { label: undefined } });
    expect(asked.map((one) => one.address)).toEqual([
      '/api/pairs/NS%2001%2F%C3%A4',
      '/api/sheets/kerb?label=uk-8',
      '/api/sheets/kerb',
    ]);
    expect(asked[0]?.init.method).toBe('GET');
    expect(new Headers(asked[0]?.init.headers).has('content-type')).toBe(false);
  });

  it('carries its change and its person', async () => {
    vi.stubGlobal('localStorage', { getItem: () => null });
    const asked = answerWith(() => Response.json({}));
    const id = '0199d2f0-0000-7000-8000-000000000001';
    await request('setUses', {
      params: { id },
      body: { uses: [{ discipline: 'dance' }] },
      change: id,
      person: 'B1',
    });
    const headers = new Headers(asked[0]?.init.headers);
    expect(headers.get(CHANGE_HEADER)).toBe(id);
    expect(headers.get(PERSON_HEADER)).toBe('B1');
    expect(headers.get('content-type')).toContain('json');
    expect(JSON.parse(String(asked[0]?.init.body))).toEqual({ uses: [{ discipline: 'dance' }] });
  });
});

describe('a request that fails', () => {
  it('says that the server cannot be reached, which passes', async () => {
    answerWith(() => Promise.reject(new TypeError('fetch failed')));
    const fault = await faultOf(request('getLab'));
    expect(fault).toBeInstanceOf(RequestFault);
    expect(fault).toMatchObject({ status: 0, passing: true });
    expect(fault.message).toContain('Is Emvex still running?');
  });

  it.each([
    [422, false],
    [409, false],
    [500, true],
    [503, true],
  ])('with %i says what the server says; passing: %s', async (status, passing) => {
    answerWith(() =>
      Response.json(
        { type: 'about:blank', title: 'no', status, detail: 'The label is no size.' },
        { status },
      ),
    );
    const fault = await faultOf(request('getLab'));
    expect(fault).toMatchObject({ status, passing, message: 'The label is no size.' });
    expect(fault.problem?.status).toBe(status);
  });

  it('without words of the server names its status', async () => {
    answerWith(() => new Response('<html>proxy</html>', { status: 502 }));
    const fault = await faultOf(request('getLab'));
    expect(fault).toMatchObject({ message: 'The server answered 502.', problem: undefined });
  });

  it('that was called off is no fault of the server', async () => {
    const calledOff = new AbortController();
    answerWith(() => {
      calledOff.abort();
      return Promise.reject(new DOMException('aborted', 'AbortError'));
    });
    const fault = await faultOf(request('getLab', { signal: calledOff.signal }));
    expect(fault).not.toBeInstanceOf(RequestFault);
    expect(fault.name).toBe('AbortError');
  });
});
