/**
 * The oils that ship with Tundish, one a line:
 * id | name | published SAP range, mg KOH/g ("=" computed from the profile, +-2 %) | unsaponifiable % | profile, % of fatty acids |
 * pace offset per unit share (Tundish estimate from how practitioners rank oils) | melting range C ("-" liquid) | density g/mL at 25-40 C |
 * natural colour that it gives batter (Tundish estimate) | source.
 * Profiles are middles of published ranges. Sources: C210, C211, C33 = Codex Alimentarius standards 210 (named vegetable oils), 211 (named
 * animal fats), 33 (olive oils); L = published analyses; LA = published analyses that differ much, checked against its fatty acids; P = SAP
 * computed from published profile. What of a range is used: `sapKoh` in oils.ts. A test recomputes every SAP from its profile. Ids are kept for good: documents name them.
 */
export const OIL_TABLE = `
almond | Sweet almond oil | 188-197 | 0.9 | Pa6.5 Po0.5 St1.5 Ol68 Li23 | -0.2 | - | 0.915 | #f4ecda | L
apricot | Apricot kernel oil | 185-195 | 0.8 | Pa5 Po0.8 St1.2 Ol65 Li27 | -0.2 | - | 0.915 | #f4ecda | L
argan | Argan oil | 189-199 | 0.8 | Pa13 St5.5 Ol46.5 Li34 | -0.1 | - | 0.912 | #f0e3c2 | L
avocado | Avocado oil | 177-198 | 1.5 | Pa16 Po6 St0.8 Ol63 Li13 Ln1 | -0.1 | - | 0.913 | #e9e4bd | LA
babassu | Babassu oil | 245-256 | 0.8 | Cy5 Cp6 La45 My17 Pa9 St4 Ol13 Li2 | 0.5 | 22-26 | 0.92 | #fbf7ee | C210
baobab | Baobab oil | 186-202 | 1.5 | Pa23 St4 Ol35 Li31 Ln2 Ar1 | 0 | - | 0.918 | #f1e6c8 | LA
beeswax | Beeswax | 87-104 | 52 | Pa75 St5 Ol12 Ar2 Be2 | 1.5 | 62-65 | 0.96 | #f3e2b6 | L wax
blackcumin | Black cumin oil | 184-202 | 1 | Pa12 St3 Ol24 Li58 Ln0.5 Ga0.5 | 0 | - | 0.92 | #d9c58e | LA
borage | Borage oil | 184-194 | 1.2 | Pa10.5 St3.5 Ol16 Li38 Ln22 Ga4 Er2.5 | -0.1 | - | 0.922 | #f2e8c9 | L
butter | Clarified butter | 218-235 | 0.4 | Bu3.6 Ca2.3 Cy1.3 Cp2.8 La3.2 My11 Pa30 Po1.5 St12 Ol25 Li2.5 Ln0.7 | -0.1 | 30-34 | 0.91 | #f6e6b0 | L
camellia | Camellia seed oil | 188-198 | 0.8 | Pa8.5 St2.2 Ol80 Li8 | -0.2 | - | 0.914 | #f4ecda | L
canola | Rapeseed oil, low erucic | 182-193 | 1.2 | Pa4.5 St1.8 Ol61 Li21 Ln9.5 Ga1.5 | -0.2 | - | 0.917 | #f3e9cf | C210
castor | Castor oil | 176-187 | 0.5 | Pa1 St1 Ol4 Li4.5 Ri89 | 0 | - | 0.958 | #f6f0e0 | L
cherry | Cherry kernel oil | = | 0.8 | Pa7.5 St2.5 Ol37 Li47 Ar1 | -0.1 | - | 0.919 | #f3e8cc | P
chicken | Chicken fat | = | 0.5 | My0.9 Pa22 Po6 St6 Ol41 Li20 Ln1 | -0.6 | 26-32 | 0.91 | #f6ead0 | P
cocoa | Cocoa butter | 188-198 | 0.5 | Pa26 St34.5 Ol34.5 Li3 Ar1 | 0.3 | 31-35 | 0.905 | #f4e8cd | L
coconut | Coconut oil | 248-265 | 0.5 | Cy7.5 Cp6.5 La48.5 My18.5 Pa8.8 St3 Ol7 Li1.8 | 0.5 | 23-26 | 0.92 | #fdfbf5 | C210
coconut-frac | Fractionated coconut oil | 325-345 | 0.2 | Ca0.5 Cy57 Cp41 La1 | 0.2 | - | 0.945 | #fdfbf5 | L
coffee | Coffee bean oil | 175-194 | 5 | Pa34 St7.5 Ol9 Li44 Ln1.5 Ar3 | 0.1 | - | 0.93 | #cdb48a | LA
corn | Maize oil | 187-195 | 1.8 | Pa12 St2 Ol31 Li53 Ln1 | -0.1 | - | 0.918 | #f4e7bf | C210
cottonseed | Cottonseed oil | 189-198 | 1 | My0.8 Pa23.5 St2.5 Ol18 Li54 | 0 | - | 0.918 | #f3e7c6 | C210
cupuacu | Cupuacu butter | 176-195 | 1.5 | Pa8 St33 Ol43 Li4.5 Ar10.5 Be1.5 | 0.3 | 30-34 | 0.906 | #f6eeda | LA
duck | Duck fat | = | 0.5 | My0.7 Pa25 Po4 St8 Ol46 Li13 Ln1 | -0.7 | 25-33 | 0.91 | #f8f0dc | P
eveningprimrose | Evening primrose oil | 185-195 | 1.5 | Pa6.3 St2 Ol7.5 Li73 Ln9.5 | -0.1 | - | 0.922 | #f2e6c2 | L
goose | Goose fat | = | 0.5 | My0.5 Pa21.5 Po2.8 St6.5 Ol55 Li10 Ln0.8 | -0.7 | 25-34 | 0.91 | #f8f1de | P
grapeseed | Grapeseed oil | 188-194 | 1 | Pa7.5 St4.5 Ol18 Li69 | -0.1 | - | 0.92 | #eeeac8 | C210
hazelnut | Hazelnut oil | 188-197 | 0.5 | Pa6 St2.5 Ol78 Li12.5 | -0.2 | - | 0.914 | #f4ecda | C210
hemp | Hemp seed oil | 190-195 | 1 | Pa6.5 St2.5 Ol13 Li56 Ln20 Ar0.8 | 0 | - | 0.925 | #d5d6a4 | L
illipe | Illipe butter | 184-200 | 1 | Pa17.5 St44.5 Ol35 Li0.8 Ar1.5 | 0.4 | 34-38 | 0.905 | #f5ecd8 | LA
jojoba | Jojoba oil | 90-98 | 48 | Pa1.2 Ol11 Ga71 Er14 | 0 | - | 0.865 | #f5ebc6 | L wax
kokum | Kokum butter | 187-193 | 1.5 | Pa3 St56 Ol38 Li1.5 Ar0.5 | 0.4 | 38-42 | 0.905 | #f8f3e6 | L
lard | Lard | 192-203 | 0.6 | My1.5 Pa25.5 Po3 St14.5 Ol43.5 Li9.5 Ln0.8 | -1.3 | 32-43 | 0.905 | #fdfaf3 | C211
linseed | Linseed oil | 188-196 | 1 | Pa5.5 St3.5 Ol20 Li15.5 Ln55 | 0 | - | 0.93 | #eed9a0 | L
macadamia | Macadamia oil | 190-198 | 1 | My0.8 Pa8.5 Po20 St3.5 Ol58 Li2.5 Ar2.7 Ga2.3 | -0.2 | - | 0.912 | #f6efdf | L
mango | Mango butter | 183-198 | 1.2 | Pa8 St41 Ol44.5 Li4.5 Ar2 | 0.3 | 32-36 | 0.905 | #f9f4e8 | L
meadowfoam | Meadowfoam seed oil | = | 0.8 | Pa0.5 Ol1.5 Ga64 Er33 | -0.1 | - | 0.91 | #f5edd2 | P
moringa | Moringa oil | 181-194 | 1 | Pa6 Po1.5 St5 Ol73 Li0.8 Ar3.5 Ga2 Be6.5 | -0.2 | - | 0.91 | #f5edd8 | L
murumuru | Murumuru butter | = | 1 | Cy1.5 Cp1.5 La48 My27 Pa6.5 St3 Ol9 Li3 | 0.5 | 30-33 | 0.915 | #f9f3e2 | P
mustard | Mustard seed oil | 168-184 | 1.2 | Pa2.8 St1.3 Ol16 Li17 Ln11 Ga9 Er40 | -0.1 | - | 0.915 | #efdfa4 | C210
neem | Neem oil | = | 1.5 | Pa18 St18 Ol47 Li13 Ar1.5 | 0.3 | 10-19 | 0.92 | #d8c48c | P
oat | Oat oil | = | 1.5 | My0.4 Pa17 St1.5 Ol39 Li39.5 Ln1.5 | 0 | - | 0.922 | #dfc795 | P
olive | Olive oil, virgin | 184-196 | 1 | Pa12 Po1 St2.7 Ol72 Li10.5 Ln0.6 | -0.2 | - | 0.913 | #ece5c4 | C33
olive-refined | Olive oil, refined | 184-196 | 1 | Pa12 Po1 St2.7 Ol72 Li10.5 Ln0.6 | -0.2 | - | 0.913 | #f3ecd6 | C33
pomace | Olive pomace oil | 182-193 | 2 | Pa12 Po1 St2.7 Ol72 Li11 Ln0.6 | 0.5 | - | 0.913 | #e3deb4 | C33
palm | Palm oil | 190-209 | 0.8 | La0.3 My1 Pa43.5 St4.7 Ol40 Li10.3 | 0 | 33-39 | 0.9 | #f8f1e0 | C210
palm-red | Palm oil, red | 190-209 | 0.8 | La0.3 My1 Pa43.5 St4.7 Ol40 Li10.3 | 0 | 33-39 | 0.9 | #f2b65a | C210
palmolein | Palm olein | 194-202 | 0.9 | La0.3 My1 Pa40 St4.2 Ol42.5 Li11.5 | 0 | 18-24 | 0.905 | #f7efd9 | C210
palmstearin | Palm stearin | 193-205 | 0.7 | La0.3 My1.3 Pa60 St5 Ol27 Li6.3 | 0.3 | 44-56 | 0.89 | #fbf6ea | C210
palmkernel | Palm kernel oil | 230-254 | 0.6 | Cy4 Cp4 La48 My16 Pa8.3 St2.3 Ol15.5 Li2.4 | 0.5 | 25-30 | 0.91 | #fcf8ee | C210
palmkernelolein | Palm kernel olein | 231-244 | 0.7 | Cy4.3 Cp3.6 La43 My13 Pa8.4 St2.4 Ol21.5 Li3.3 | 0.5 | 21-26 | 0.912 | #fcf8ee | C210
palmkernelstearin | Palm kernel stearin | 244-255 | 0.5 | Cy2 Cp2.8 La56 My22.5 Pa8 St2 Ol6 Li0.9 | 0.5 | 31-34 | 0.9 | #fdfaf2 | C210
papaya | Papaya seed oil | = | 1.5 | Pa16 St5 Ol73 Li4 | -0.2 | - | 0.915 | #f4e8c8 | P
peanut | Groundnut oil | 187-196 | 0.8 | Pa10.5 St3 Ol50 Li30 Ar1.4 Ga1.2 Be3 | -0.1 | - | 0.914 | #f4ebd2 | C210
perilla | Perilla oil | 187-197 | 1 | Pa6.5 St2 Ol17 Li15 Ln58 | 0 | - | 0.93 | #efe0b4 | L
pistachio | Pistachio oil | 187-196 | 1.5 | Pa10.5 Po0.9 St1.8 Ol57 Li28.5 Ln0.5 | -0.1 | - | 0.915 | #e6e2b4 | L
plum | Plum kernel oil | = | 0.8 | Pa5.5 Po0.8 St2.2 Ol69 Li21.5 | -0.2 | - | 0.914 | #f4ebd4 | P
pomegranate | Pomegranate seed oil | = | 2 | Pa3.5 St2.5 Ol6.5 Li7.5 Pu78 Ga0.8 | 0.2 | - | 0.935 | #f0dfb0 | P
poppy | Poppy seed oil | 188-196 | 0.8 | Pa10 St2.3 Ol16 Li71 Ln0.7 | -0.1 | - | 0.922 | #f4ead0 | L
pumpkin | Pumpkin seed oil | 188-198 | 1 | Pa12.5 St5.5 Ol28 Li52.5 Ln0.5 | 0 | - | 0.92 | #a9a868 | L
rapeseed-he | Rapeseed oil, high erucic | 168-181 | 1 | Pa3.5 St1.3 Ol18 Li14 Ln9 Ga9 Er44 | -0.1 | - | 0.914 | #f1e4bd | C210
raspberry | Raspberry seed oil | = | 1 | Pa2.7 St1 Ol12 Li54 Ln29 | 0 | - | 0.925 | #eee1b4 | P
ricebran | Rice bran oil | 180-199 | 4 | My0.4 Pa19 St2 Ol42 Li34 Ln1.2 Ar0.6 | 0.1 | - | 0.917 | #f1e3c0 | C210
rosehip | Rosehip seed oil | 180-195 | 1.2 | Pa3.8 St2 Ol15 Li45.5 Ln32.5 Ar0.8 | 0 | - | 0.925 | #efcf9a | L
safflower | Safflower oil | 186-198 | 1 | Pa6.5 St2.5 Ol14 Li76 | -0.1 | - | 0.922 | #f5eed8 | C210
safflower-ho | Safflower oil, high oleic | 186-194 | 1 | Pa4.8 St2 Ol77 Li14 | -0.2 | - | 0.914 | #f5eed8 | C210
sal | Sal butter | 175-195 | 1.5 | Pa6 St43 Ol41 Li2.5 Ar7 | 0.3 | 33-38 | 0.905 | #f4ead2 | LA
seabuckthorn | Sea buckthorn fruit oil | = | 3 | Pa32 Po33 St1 Ol22 Li7 Ln2 | 0.1 | - | 0.92 | #f0a03c | P
sesame | Sesame oil | 186-195 | 1.5 | Pa9.7 St5.7 Ol40 Li43 | -0.1 | - | 0.918 | #f2e5c3 | C210
shea | Shea butter | 170-190 | 5 | Pa5 St41 Ol45.5 Li6 Ar1.5 | 0.3 | 32-38 | 0.905 | #f4ecd6 | L
soybean | Soybean oil | 189-195 | 1 | Pa10.7 St4 Ol23.5 Li53 Ln7.5 | -0.1 | - | 0.92 | #f4ead0 | C210
stearic | Stearic acid, triple pressed | 205-211 | 0 | Pa52 St46 My1 Ol1 | 2.5 | 54-58 | 0.88 | #ffffff | L acids
sunflower | Sunflower oil | 188-194 | 1 | Pa6.3 St4.5 Ol27 Li61 | -0.1 | - | 0.92 | #f5eed8 | C210
sunflower-ho | Sunflower oil, high oleic | 182-194 | 1 | Pa3.8 St4.4 Ol82 Li9 | -0.2 | - | 0.913 | #f6f0de | C210
tallow | Beef tallow | 190-202 | 0.7 | My4 Pa25 Po2.7 St22.5 Ol39 Li3.5 Ln1 | -0.6 | 42-50 | 0.9 | #fbf6ea | C211
tallow-sheep | Mutton tallow | 190-202 | 0.7 | My4 Pa25 Po2 St25 Ol37 Li4 Ln1.2 | -0.6 | 44-52 | 0.9 | #fbf6ea | C211
tamanu | Tamanu oil | 182-204 | 2 | Pa14.5 St14 Ol38 Li30 Ar1 | 0.3 | 8-14 | 0.93 | #b5b173 | LA
tucuma | Tucuma butter | = | 1 | Cy2 Cp2 La49 My25 Pa6 St2.5 Ol10 Li3 | 0.5 | 27-33 | 0.915 | #f8efd8 | P
walnut | Walnut oil | 189-197 | 0.7 | Pa7 St2.3 Ol18 Li59 Ln12.5 | -0.1 | - | 0.923 | #f3e8cb | L
wheatgerm | Wheat germ oil | 179-194 | 4 | Pa16.5 St0.8 Ol17 Li57 Ln6.5 Ga1 | 0 | - | 0.925 | #eed8a2 | L
`;
