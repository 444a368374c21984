package io.sumbrel.formats.listlayout;

import java.util.List;
import java.util.stream.Stream;

/**
 * How headers name what a column holds, in English, German, French, Spanish, Italian and Dutch,
 * without accents, blanks and signs; from memory, common practice.
 */
final class HeaderWords {
  private HeaderWords() {}

  /** The likeliest first. */
  static List<String> of(ListKind list, ListColumn column) {
    String own = column.ours().replace(" ", "");
    List<String> words =
        switch (list) {
          case OPEN_ITEMS -> ofItems(column);
          case PAST_PAYMENTS, RECEIPTS -> ofPayments(column);
        };
    return Stream.concat(words.stream(), Stream.of(own).filter(w -> !w.isEmpty())).toList();
  }

  private static List<String> ofItems(ListColumn column) {
    return words(
        switch (column) {
          case NUMBER ->
              """
              invoicenumber invoiceno invoicenr invoice# invoiceid invoice documentnumber documentno
              docno document billno billnumber itemnumber belegnummer belegnr rechnungsnummer
              rechnungsnr rechnung rgnr renr beleg numerofacture nfacture facture numfacture piece
              numerodefacture numerofactura factura nfactura numerofattura nfattura fattura
              factuurnummer factuurnr factuur number no nr""";
          case CUSTOMER ->
              """
              customernumber customerno customernr customerid customer# customercode accountnumber
              accountno account debtornumber debtor clientid clientno kundennummer kundennr kdnr
              debitor debitorennummer debitornr debitorenkonto numeroclient codeclient nclient
              compteclient codigocliente numerocliente ncliente codicecliente klantnummer klantnr
              debiteurnummer debiteur""";
          case NAME ->
              """
              customername customer name client clientname company companyname billto soldto
              accountname kunde kundenname debitorname name1 firma nom nomclient nomduclient
              raisonsociale nombre nombrecliente cliente razonsocial nome nomecliente
              ragionesociale klant klantnaam naam bedrijf""";
          case DATE ->
              """
              invoicedate documentdate docdate date issuedate issued billdate postingdate
              belegdatum rechnungsdatum buchungsdatum redatum datum datefacture datedefacture
              datepiece fechafactura fecha fechadeemision datafattura datadocumento data
              factuurdatum""";
          case DUE ->
              """
              duedate due dueon datedue payby netduedate paymentdue falligkeit fallig falligam
              falligkeitsdatum faelligkeit faellig faelligam nettofalligkeit zahlbarbis echeance
              datedecheance dateecheance vencimiento fechavencimiento fechadevencimiento scadenza
              datascadenza vervaldatum vervaldag""";
          case TOTAL ->
              """
              total invoicetotal totalamount grossamount gross originalamount invoiceamount
              documentamount amountgross bruttobetrag brutto rechnungsbetrag gesamtbetrag
              originalbetrag belegbetrag summe montantttc totalttc montanttotal ttc importetotal
              totale importototale bedraginclbtw totaalbedrag totaal""";
          case OPEN ->
              """
              openamount open amountopen amountdue balance balancedue openbalance outstanding
              outstandingamount remaining unpaid offen offenerbetrag offenbetrag restbetrag saldo
              offenersaldo op resteapayer restedu montantdu solde montantouvert pendiente
              importependiente saldopendiente residuo importoresiduo saldoaperto dapagare
              openstaand openstaandbedrag amount betrag montant importe importo bedrag""";
          case CREDIT -> "credit creditamount haben avoir haber avere";
          case MARK ->
              """
              type documenttype doctype transactiontype kind belegart art sollhaben sh dc
              typedepiece tipo tipodocumento soort""";
          case TAX ->
              """
              tax taxamount vat vatamount salestax gst steuer mwst ust mwstbetrag steuerbetrag
              umsatzsteuer tva montanttva iva importeiva btw btwbedrag""";
          case CURRENCY ->
              "currency curr ccy cur currencycode wahrung waehrung wkz whg devise "
                  + "moneda divisa valuta munt";
          case ORDER ->
              """
              ordernumber orderno order po ponumber pono purchaseorder customerpo customerref
              yourreference reference bestellnummer bestellnr bestellung auftrag auftragsnummer
              ihrzeichen commande numerocommande boncommande pedido numeropedido ordine
              numeroordine bestelnummer""";
          case TERMS ->
              """
              terms paymentterms termsofpayment zahlungsbedingung zahlungsbedingungen
              zahlungsziel conditions conditionspaiement condiciones condicionesdepago condizioni
              condizionidipagamento betalingsvoorwaarden""";
          case PARENT -> "parent parentid headoffice parentcustomer zentrale hauptkunde konzern";
          default -> "";
        });
  }

  private static List<String> ofPayments(ListColumn column) {
    return words(
        switch (column) {
          case PAID, RECEIVED ->
              """
              paymentdate datepaid paid receiptdate datereceived received valuedate date
              zahlungsdatum zahldatum bezahltam eingang eingangsdatum datum datepaiement
              datereglement date fechapago fechadecobro fecha datapagamento dataincasso data
              betaaldatum""";
          case PAYER ->
              """
              payer payername remitter from name customername zahler auftraggeber einzahler
              payeur donneurdordre nom ordenante pagador nombre ordinante pagatore nome betaler
              naam""";
          case PAYER_ACCOUNT ->
              "payeraccount iban account payeriban accountnumber konto kontonummer compte cuenta "
                  + "conto rekening";
          case AMOUNT ->
              """
              amount paymentamount amountpaid receiptamount betrag zahlbetrag zahlungsbetrag
              montant montantregle importe importo bedrag""";
          case CURRENCY ->
              "currency curr ccy cur currencycode wahrung waehrung devise moneda divisa valuta";
          case CUSTOMER ->
              """
              customer customernumber customerno customerid accountno kundennummer kundennr
              debitor numeroclient codeclient codigocliente codicecliente klantnummer""";
          case INVOICES ->
              """
              invoices invoice invoicenumber invoicenumbers invoiceno appliedto references
              reference rechnungen rechnung rechnungsnummer rechnungsnr belege beleg factures
              facture facturas factura fatture fattura facturen factuur""";
          case DISCOUNT ->
              "discount discounttaken cashdiscount skonto escompte descuento sconto " + "korting";
          case METHOD ->
              """
              method paymentmethod type paymenttype zahlungsart zahlart art mode modepaiement
              modedepaiement formadepago modalita betaalwijze""";
          case CHEQUE ->
              """
              chequenumber chequeno checknumber checkno check cheque number no schecknummer
              scheck nocheque numerocheque""";
          case ACCOUNT -> "bankaccount account depositaccount bankkonto konto comptebancaire";
          case SLIP -> "slip slipnumber depositslip deposit depositnumber einreichung bordereau";
          case BANKED -> "banked datebanked depositdate deposited eingereicht dateremise";
          default -> "";
        });
  }

  private static List<String> words(String text) {
    return Stream.of(text.split("\\s+")).filter(w -> !w.isEmpty()).toList();
  }
}
