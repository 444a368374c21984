package io.sumbrel.formats;

import com.ctc.wstx.api.WstxInputProperties;
import com.ctc.wstx.stax.WstxInputFactory;
import java.io.InputStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.codehaus.stax2.XMLInputFactory2;

/** XML as a stream of events: no document type, no external entity, bounded in depth and text. */
public final class SafeXml {
  /** Elements nested deeper are refused. */
  public static final int MAX_DEPTH = 60;

  private static final XMLInputFactory XML = factory();

  private SafeXml() {}

  private static XMLInputFactory factory() {
    XMLInputFactory factory = new WstxInputFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    // a broken place is reported where it is reached, not where its text is first asked for
    factory.setProperty(XMLInputFactory2.P_LAZY_PARSING, false);
    factory.setProperty(WstxInputProperties.P_MAX_ELEMENT_DEPTH, MAX_DEPTH);
    factory.setProperty(WstxInputProperties.P_MAX_TEXT_LENGTH, 100_000);
    return factory;
  }

  public static XMLStreamReader open(InputStream in) throws XMLStreamException {
    return XML.createXMLStreamReader(in);
  }
}
