"""XML of the standards: read without entities, and without the namespaces that writers vary."""

from xml.etree import ElementTree as Xml

from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import fromstring

from server.exchange.standards.records import unusable


def parsed(content: bytes, where: str) -> Xml.Element:
    """The root of a document; refused where it is broken, with the place, or declares entities."""
    try:
        root: Xml.Element = fromstring(content)
    except DefusedXmlException:
        raise unusable(where, "it declares entities, which no such file needs. It is not read.") from None
    except Xml.ParseError as error:
        line, column = error.position
        reason = str(error).partition(":")[0]
        raise unusable(where, f"it is broken in line {line}, column {column} ({reason}). Export it again.") from None
    return root


def tag(element: Xml.Element) -> str:
    """The name of an element without its namespace."""
    return element.tag.rpartition("}")[2]
