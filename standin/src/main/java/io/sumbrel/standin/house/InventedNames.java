package io.sumbrel.standin.house;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** Names of customers: made up of words, none of them taken from life. */
final class InventedNames {
  private static final String[] PLACES = {
    "Alderwick",
    "Bramley Fen",
    "Cinderby",
    "Dovestone",
    "Elmsworth",
    "Fallowmere",
    "Gorsehill",
    "Harrowmoor",
    "Inkerdale",
    "Jessamy",
    "Kettlewick",
    "Lowthorne",
    "Marlpit",
    "Netherclay",
    "Oxenrill",
    "Peatmarsh",
    "Quillbrook",
    "Rushmere",
    "Sallowfield",
    "Tannerby",
    "Umberleigh",
    "Vinter",
    "Withycombe",
    "Yarrowdale",
    "Ashlode",
    "Briarford",
    "Cobblestow",
    "Dunlin",
    "Everholt",
    "Fernlow",
    "Greyling",
    "Hawksey",
    "Ivelet",
    "Kestlow",
    "Larchmont Low",
    "Mistlebury",
    "Nightjar",
    "Osierbank",
    "Plover",
    "Redmire",
    "Slateford",
    "Thornaby Low",
    "Upperton",
    "Wenlow",
    "Wrenthorpe",
    "Birchalder",
    "Coldbeck",
    "Drovers",
    "Eastmere",
    "Foxholt"
  };
  private static final String[] TRADES = {
    "Pottery",
    "Ceramics",
    "Studio",
    "Kiln Works",
    "Art School",
    "Tileworks",
    "Clay Company",
    "Craft Centre",
    "Primary School",
    "College",
    "Museum Shop",
    "Stoneware",
    "Glaze Room",
    "Sculpture Yard",
    "Community Kiln",
    "Makers",
    "Porcelain",
    "Wheelhouse",
    "Terracotta",
    "Arts Trust"
  };
  private static final String[] KINDS = {"", " Ltd", " & Daughters", " Partners", " Group"};

  private InventedNames() {}

  /** So many different names, in an order of the seed. */
  static List<String> of(int count, Random random) {
    List<String> names = new ArrayList<>();
    for (String kind : KINDS) {
      List<String> some = new ArrayList<>();
      for (String place : PLACES) {
        for (String trade : TRADES) {
          some.add(place + " " + trade + kind);
        }
      }
      Collections.shuffle(some, random);
      names.addAll(some);
      if (names.size() >= count) {
        break;
      }
    }
    for (int i = 2; names.size() < count; i++) {
      names.add(names.get(names.size() % 1000) + " No " + i);
    }
    return names.subList(0, count);
  }

  /** As a bank writes it: upper case, cut at the width of its field, sometimes a word short. */
  static String asTheBankWritesIt(String name, Random random) {
    String upper = name.toUpperCase(Locale.ROOT);
    return switch (random.nextInt(8)) {
      case 0 -> upper.substring(0, Math.min(18, upper.length())).strip();
      case 1 -> upper.replace(" & ", "+");
      case 2 -> upper.contains(" ") ? upper.substring(0, upper.lastIndexOf(' ')) : upper;
      default -> upper;
    };
  }
}
