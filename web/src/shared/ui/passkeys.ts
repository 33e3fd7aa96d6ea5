// Passkeys: what the server asks the browser, and what the browser answers, both as JSON.
// (Web Authentication Level 3, 5.1.8–5.1.10.)
type Options = Record<string, unknown>;

interface WithJson {
  parseCreationOptionsFromJSON(options: unknown): PublicKeyCredentialCreationOptions;
  parseRequestOptionsFromJSON(options: unknown): PublicKeyCredentialRequestOptions;
}

function ours(): WithJson | undefined {
  const known = (window as { PublicKeyCredential?: unknown }).PublicKeyCredential as
    Partial<WithJson> | undefined;
  return known?.parseCreationOptionsFromJSON && known.parseRequestOptionsFromJSON
    ? (known as WithJson)
    : undefined;
}

/** Whether this browser can make a passkey and show one. */
export const passkeysWork = () => ours() !== undefined;

/** Have the browser make a passkey; "" when its owner does not want to. */
export async function makePasskey(options: Options): Promise<string> {
  const publicKey = ours()?.parseCreationOptionsFromJSON(options.publicKey);
  return publicKey ? answered(navigator.credentials.create({ publicKey })) : "";
}

/** Have the browser show a passkey; "" when its owner does not want to. */
export async function showPasskey(options: Options): Promise<string> {
  const publicKey = ours()?.parseRequestOptionsFromJSON(options.publicKey);
  return publicKey ? answered(navigator.credentials.get({ publicKey })) : "";
}

async function answered(asked: Promise<Credential | null>): Promise<string> {
  try {
    const credential = (await asked) as PublicKeyCredential | null;
    return credential ? JSON.stringify(credential.toJSON()) : "";
  } catch (error) {
    // Cancelled, or it took too long.
    if (error instanceof DOMException) return "";
    throw error;
  }
}
