"""Django: settings, addresses, entry points. The trade lives in ``core``."""
