"""Spanish: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.packs.model import pack_from_frequencies

PACK = pack_from_frequencies(
    "es",
    "Spanish",
    further="deber poder querer permitir cuando cada mismo mediante así siguiente",
    inner="de del la el los las para en con y a",
    between="y e o u el la los las un una unos unas también",
    ourselves="nosotros nuestro nuestra nuestros nuestras",
    closing="índice contenido nota notas advertencia aviso conclusión conclusiones introducción resumen referencias fuentes enlaces",
    closing_phrases=(
        "véase también",
        "ver también",
    ),
    names=("de del la las los y para", "sr sra srta dr dra don doña señor señora profesor", "en cerca desde"),
    classes={
        "technology": "protocolo protocolos norma estándar algoritmo lenguaje formato",
        "product": "programa biblioteca herramienta navegador distribución",
        "organisation": "empresa sociedad asociación fundación fabricante universidad editorial",
        "place": "ciudad río isla pueblo provincia región",
        "work": "libro novela revista periódico película",
        "law": "ley reglamento directiva licencia",
    },
    form="descripción visión general generalidades detalles información más otros básico opciones parámetros ejemplo ejemplos uso sintaxis funciones módulos directivas relacionados",
)
