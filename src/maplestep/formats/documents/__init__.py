"""Step sheets out of documents: PDF, Word, OpenDocument, RTF, HTML, text in any encoding."""

from .read import KINDS, document_text, kind_of

__all__ = ["KINDS", "document_text", "kind_of"]
