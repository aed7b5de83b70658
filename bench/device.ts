import { Agent, request } from 'node:http';

const agent = new Agent({ keepAlive: true });

/** Sends as lightly as can be and keeps its connection, so that what is measured is the server and not who asks. */
export class Device {
  private cookie = '';

  constructor(private readonly address: string) {}

  /** Signs in to the demo school. */
  async signIn(): Promise<void> {
    const { cookie } = await this.post('/session/demo', {});
    this.cookie = cookie;
  }

  /** @throws Error when it is not taken */
  post(path: string, body: object): Promise<{ readonly cookie: string; readonly text: string }> {
    const written = JSON.stringify(body);
    const headers = {
      'content-type': 'application/json',
      'content-length': Buffer.byteLength(written),
      ...(this.cookie === '' ? {} : { cookie: this.cookie }),
    };
    return new Promise((resolve, reject) => {
      const asked = request(`${this.address}/api/v1${path}`, { method: 'POST', agent, headers }, (answer) => {
        let text = '';
        answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
        answer.on('error', reject);
        answer.on('end', () => {
          if ((answer.statusCode ?? 500) >= 300) reject(new Error(text));
          else resolve({ cookie: answer.headers['set-cookie']?.[0]?.split(';')[0] ?? '', text });
        });
      });
      asked.on('error', reject);
      asked.end(written);
    });
  }
}
