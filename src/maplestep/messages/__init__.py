"""Words for the codes and facts of the core, one table a language. Nothing is computed here."""
